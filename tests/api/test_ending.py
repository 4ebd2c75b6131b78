"""The ends of a cable over the API, which needs no plan."""

import pytest

ADDRESS = "/api/reference/ending"


def test_ends_are_judged_without_a_plan(client):
    body = {
        "what": "cable", "grade": "OS2", "proved": False, "length_m": 40, "strands": 12,
        "a": {"plug": "LC", "colour": "blue", "joined": "joined"},
        "b": {"plug": "SC", "colour": "green", "joined": "single", "owner": "provider"},
    }  # fmt: skip
    told = client.post(ADDRESS, json=body).json()
    assert told["connectors"] == ["LC/UPC", "SC/APC"]
    assert told["first"] == ["the grade in the print: OS2 is a guess"]
    assert told["repairs"][0]["worst_db"] == 0.3
    assert "provider" in told["warnings"][0]


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"a": {"plug": "XY"}}, "a.plug"), ({"b": {"colour": "mauve"}}, "b.colour"),
        ({"grade": "OM9"}, "grade"), ({"length_m": -1}, "length_m"), ({"what": "rope"}, "what"),
    ],
)  # fmt: skip
def test_bad_input_is_refused_by_name(client, change, field):
    answer = client.post(ADDRESS, json={"what": "cord", "a": {}, "b": {}} | change)
    assert answer.status_code == 422
    assert field.split(".")[-1] in str(answer.json())
