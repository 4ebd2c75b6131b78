"""Templates of identifiers: read kind by kind; both built-in sets say only what a kind has."""

import re

import pytest

from passerelle.core.plan.labelwords import FIELDS, PLAN_NAMES, TIA_606, read_templates


@pytest.mark.parametrize("forms", [TIA_606, PLAN_NAMES], ids=["tia-606", "plan-names"])
def test_every_kind_has_a_form_of_its_own_fields(forms):
    assert forms.keys() == FIELDS.keys()
    for kind, form in forms.items():
        assert set(re.findall(r"\{(\w+)\}", form)) <= set(FIELDS[kind])


def test_several_kinds_stand_in_one_text_in_any_case():
    found = read_templates(" Cable: {cable} ;port:{panel}/{port}; ")
    assert found == {"cable": "{cable}", "port": "{panel}/{port}"}
    assert read_templates("") == {}


@pytest.mark.parametrize("text", ["cable: {cable.__class__}", "cable: {n!r}", "cable: {n:>9999}"])
def test_a_field_is_a_name_and_nothing_that_could_be_run_or_blown_up(text):
    with pytest.raises(ValueError, match="is no field of cable"):
        read_templates(text)
