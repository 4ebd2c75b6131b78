"""The collector waits while thousands of things are made, and works again afterwards."""

import gc

import pytest

from passerelle.core.many import many_things


def test_it_waits_and_goes_on_as_it_was():
    assert gc.isenabled()
    with many_things():
        assert not gc.isenabled()
        with many_things():
            assert not gc.isenabled()
        assert not gc.isenabled()  # the inner one does not wake it early
    assert gc.isenabled()


def test_it_goes_on_after_a_fault_too():
    with pytest.raises(ZeroDivisionError), many_things():
        1 / 0  # noqa: B018
    assert gc.isenabled()


def test_who_had_it_off_keeps_it_off():
    gc.disable()
    try:
        with many_things():
            pass
        assert not gc.isenabled()
    finally:
        gc.enable()
