"""A code is good once, for ten minutes, and few tries are looked at."""

import pytest

from passerelle.api.sharing.pairing import ALPHABET, NoPairingError, Pairing


class Clock:
    """Seconds that the test sets."""

    now = 1000.0

    def __call__(self):
        return self.now


@pytest.fixture
def clock():
    return Clock()


def test_a_code_is_used_once_however_it_is_typed(clock):
    pairing = Pairing(clock)
    code = pairing.new("site").text
    assert len(code) == 8
    assert set(code) <= set(ALPHABET)
    assert pairing.take(f" {code[:4].lower()}-{code[4:]} ", "10.0.0.9") == "site"
    with pytest.raises(NoPairingError, match="not valid"):
        pairing.take(code, "10.0.0.9")


@pytest.mark.parametrize(("after", "good"), [(599.9, True), (600.0, False), (601.0, False)])
def test_a_code_lasts_ten_minutes(clock, after, good):
    pairing = Pairing(clock)
    code = pairing.new("look").text
    clock.now += after
    assert (pairing.now is not None) is good
    if good:
        assert pairing.take(code, "a") == "look"
    else:
        with pytest.raises(NoPairingError):
            pairing.take(code, "a")


def test_a_new_code_ends_the_one_before(clock):
    pairing = Pairing(clock)
    old = pairing.new("plan").text
    pairing.new("look")
    with pytest.raises(NoPairingError):
        pairing.take(old, "a")


def test_five_wrong_codes_from_one_address_and_it_waits_while_others_do_not(clock):
    pairing = Pairing(clock)
    code = pairing.new("site").text
    for _ in range(5):
        with pytest.raises(NoPairingError) as no:
            pairing.take("WRONG", "bad")
        assert not no.value.too_many
    with pytest.raises(NoPairingError) as no:
        pairing.take(code, "bad")
    assert no.value.too_many
    assert pairing.take(code, "good") == "site"


def test_twenty_wrong_codes_from_anywhere_end_the_code(clock):
    pairing = Pairing(clock)
    code = pairing.new("site").text
    for at in range(20):
        with pytest.raises(NoPairingError):
            pairing.take("WRONG", f"one{at}")
    with pytest.raises(NoPairingError, match="not valid"):
        pairing.take(code, "another")
