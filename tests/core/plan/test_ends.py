"""Figures of a data sheet: what is given, and that nothing given is nothing."""

from dataclasses import fields

from passerelle.core.plan.ends import FIGURES, NO_SHEET, DataSheet, FittedModule, sheet_of


def test_a_sheet_without_a_figure_is_empty_whatever_it_is_called():
    assert NO_SHEET.is_empty
    assert DataSheet(source="sheet 7").is_empty
    assert not DataSheet(tx_min_dbm=-3.0, source="sheet 7").is_empty


def test_a_figure_of_zero_is_a_figure():
    for name in FIGURES:
        if name not in ("fiber_mode",):
            assert not DataSheet(**{name: 0.0}).is_empty, name


def test_every_figure_of_a_module_goes_into_its_sheet_and_nothing_else_does():
    told = {name: 1.0 + n for n, name in enumerate(FIGURES)} | {"fiber_mode": "multimode"}
    module = FittedModule(**told, form="SFP+", coding="own")
    made = sheet_of(module, "sheet 9")
    assert {name: getattr(made, name) for name in FIGURES} == told
    assert made.source == "sheet 9"
    assert {one.name for one in fields(DataSheet)} - {"x"} == {*FIGURES, "source"}


def test_a_module_without_figures_and_without_a_document_has_no_sheet():
    assert sheet_of(FittedModule(form="SFP+"), None) is NO_SHEET
    assert sheet_of(FittedModule(), "sheet 9").source == "sheet 9"
