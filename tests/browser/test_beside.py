"""What stands beside the links: house rules, own parts, devices; and variants of a link."""

import re
import time

from playwright.sync_api import Page, expect

from bench.plans import big_plan
from passerelle.core.working import Work
from passerelle.formats.planfile import write_plan
from tests.browser.test_light import answer, open_link


def test_house_rules_show_what_they_change_before_they_are_stored(page: Page):
    page.goto("/plans/1")
    expect(answer(page)).to_have_text("29 of 66 links would come up")
    page.keyboard.press("r")
    school = page.locator("[data-school='mode_conditioning']")
    expect(school).to_contain_text("+1 comes up")  # Boat Shed – Slipway: 180 m
    school.get_by_label("over 300 m only").check()
    expect(page.locator("[data-effect]")).to_contain_text("→")
    page.get_by_role("button", name="Store 1 change").click()
    expect(page.get_by_text("House rules stored")).to_be_visible()
    page.keyboard.press("0")
    expect(answer(page)).to_have_text("30 of 66 links would come up")
    page.keyboard.press("u")
    expect(answer(page)).to_have_text("29 of 66 links would come up")


def test_a_number_that_is_none_is_said_and_not_stored(page: Page):
    page.goto("/plans/1/rules")
    page.get_by_label("Safety margin", exact=True).last.fill("three")
    expect(page.get_by_role("alert")).to_have_text("Safety margin: “three” is not a number.")


def test_a_data_sheet_is_entered_refused_doubted_and_used(page: Page):
    page.goto("/plans/1/guide")
    page.get_by_role("button", name="Enter a data sheet").click()
    form = page.locator("[data-own-form]")
    sheet = page.get_by_role("dialog")
    form.get_by_label("Kind").select_option("grade")
    form.get_by_label("Name").fill("Gannet")
    form.get_by_label("Document").fill("Gannet connector sheet")
    form.get_by_label("Worst case, dB").fill("0.1")
    form.get_by_label("Typical, dB").fill("0.2")
    expect(sheet.get_by_role("alert")).to_contain_text(
        "typical 0.2 dB is over the worst case 0.1 dB"
    )
    form.get_by_label("Typical, dB").fill("0.01")
    expect(sheet.get_by_text("mated pair: 0.01 dB is outside 0.05 to 1 dB")).to_be_visible()
    form.get_by_label("Worst case, dB").fill("0.2")
    form.get_by_label("Typical, dB").fill("0.1")
    expect(sheet.get_by_text("Every figure is within")).to_be_visible()
    sheet.get_by_role("button", name="Store").click()
    expect(page.locator("[data-own='Gannet']")).to_contain_text("no link")
    open_link(page, "Pier Office – Beacon Hill")
    expect(answer(page)).to_have_text("Works, with 2.6 dB to spare")
    page.locator("[data-at='1']").click()
    page.get_by_label("Connector grade").select_option("Gannet")
    expect(answer(page)).to_have_text("Works, with 3.2 dB to spare")  # 2.63 + 0.75 - 0.20
    page.get_by_role("button", name="why this loss").click()
    expect(page.get_by_role("dialog")).to_contain_text("Gannet connector sheet")


def test_a_used_part_is_not_taken_away_and_a_new_name_goes_along(page: Page):
    page.goto("/plans/1/guide")
    row = page.locator("[data-own='Tern grade B']")
    row.get_by_role("button", name="Remove").click()
    expect(page.get_by_text("would not hold any more")).to_be_visible()
    row.get_by_role("button", name="Change").click()
    page.locator("[data-own-form]").get_by_label("Name").fill("Tern grade B2")
    page.get_by_role("dialog").get_by_role("button", name="Store").click()
    expect(page.locator("[data-own='Tern grade B2']")).to_contain_text("1 link")


def test_a_standard_row_is_copied_not_changed(page: Page):
    page.goto("/plans/1/guide")
    page.get_by_role("radio", name="Joints").click()
    page.get_by_role("row", name="LC mated pair, low-loss").get_by_role(
        "button", name="Copy"
    ).click()
    form = page.locator("[data-own-form]")
    expect(form.get_by_label("Worst case, dB")).to_have_value("0.25")
    expect(form.get_by_label("Name")).to_have_value("")


def test_a_port_that_is_taken_twice_is_moved_with_one_press(page: Page):
    open_link(page, "Pier Office – Slipway winch")
    expect(answer(page)).to_have_text("Fails: two links in one port")
    page.get_by_role("button", name="Free port: Core switch, access 1", exact=True).click()
    expect(answer(page)).to_have_text("Works, with 4.4 dB to spare")
    page.goto("/plans/1/devices")
    converter = page.locator("[data-device='Slipway converter']")
    expect(converter).to_contain_text("2 of 1")
    ports = converter.get_by_label("How many")
    ports.fill("2")
    ports.press("Enter")
    expect(converter).to_contain_text("2 of 2")
    open_link(page, "Pier Office – Slipway lights")
    expect(answer(page)).to_have_text("Works, with 4.5 dB to spare")


def test_variants_side_by_side_and_one_kept(page: Page):
    open_link(page, "Pier Office – Boat Shed")
    page.keyboard.press("c")
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("Works, with 4.6 dB to spare")  # 10GBASE-LR over OS2
    expect(sheet).to_contain_text("Works, but tight: 0.43 dB to spare")  # OM4 all along
    sheet.get_by_label("connectors of variant 2").select_option("reference")
    expect(sheet).to_contain_text("Works, with 1.7 dB to spare")  # 0.43 + 2 x (0.75 - 0.10)
    expect(answer(page)).to_have_text("Fails: 322 m, 33 m is the reach")
    sheet.get_by_role("button", name="Keep variant 2").click()
    expect(answer(page)).to_have_text("Works, with 1.7 dB to spare")
    page.keyboard.press("u")
    expect(answer(page)).to_have_text("Fails: 322 m, 33 m is the reach")


def test_other_ways_stand_under_the_first_with_their_reason(page: Page):
    open_link(page, "Pier Office – Instrument Hall standby")
    card = page.locator("[data-rule='light.overload']")
    expect(card.locator("[data-reason]").first).to_have_text(
        "one part more: 2 plug attenuator; 28 units"  # one on each strand, at 14
    )
    card.get_by_text("1 other way").click()
    card.get_by_role("button", name="10GBASE-LR at both ends").click()
    expect(answer(page)).to_contain_text("Works")


def test_long_work_shows_how_far_it_is_and_can_be_stopped(page: Page, monkeypatch, tmp_path):
    step = Work.step

    def slowly(self: Work, what: str, done: int, of: int) -> None:
        time.sleep(0.1)
        step(self, what, done, of)

    page.goto("/plans/1")
    expect(answer(page)).to_be_visible()
    file = tmp_path / "many.passerelle.json"
    file.write_bytes(write_plan(big_plan(2000)))
    monkeypatch.setattr(Work, "step", slowly)
    page.get_by_label("Plan file").set_input_files(file)
    strip = page.get_by_role("status").filter(has_text=re.compile(r"\d+ of 2000"))
    expect(strip).to_be_visible()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_text("Stopped: nothing was stored.")).to_be_visible()
    expect(page).to_have_url(re.compile("/plans/1"))
    assert len(page.request.get("/api/plans").json()) == 1


def test_a_device_is_seen_from_the_front_and_fed_over_its_jacks(page: Page):
    page.goto("/plans/1/devices")
    expect(answer(page)).to_be_visible()
    quay = page.locator("[data-device='Quay switch']")
    expect(quay.locator("[data-power]")).to_contain_text(
        "Feeds 3 devices: 42.0 W usually, 60.0 W at peak, of 20 W"
    )
    expect(quay.locator("[data-finding='device.power-class']")).to_have_count(3)
    jacks = quay.locator("[data-front='jacks']")
    expect(jacks.locator("[data-port]")).to_have_count(2)
    count = quay.get_by_label("How many").nth(1)
    count.fill("4")
    count.press("Enter")
    expect(jacks.locator("[data-port]")).to_have_count(4)
    quay.get_by_label("Power class").select_option("5")  # 40 W are left at the far end
    expect(quay.locator("[data-finding='device.power-class']")).to_have_count(0)
    quay.get_by_text("Power, protection, mounting").click()
    gives = quay.get_by_label("Gives over all jacks")
    gives.fill("120 W")
    gives.press("Enter")
    expect(quay.locator("[data-finding='device.power-sum']")).to_have_count(0)
    kind = quay.get_by_label("Protection, as IP66")
    kind.fill("waterproof")
    kind.press("Enter")
    expect(quay.get_by_role("alert")).to_contain_text("write it as on the plate: IP66")
    kind.fill("IP66")
    kind.press("Enter")
    expect(quay.locator("[data-finding='device.protection']")).to_have_count(0)


def test_a_copper_run_takes_a_jack_and_feeds_what_hangs_on_it(page: Page):
    page.goto("/plans/1/devices")
    run = page.locator("[data-run='Pier Office – Net Loft door phone']")
    run.get_by_label("In Pier Office it plugs into").select_option("Quay switch")
    run.get_by_label("Jacks").select_option("jacks")
    quay = page.locator("[data-device='Quay switch']")
    expect(quay).to_contain_text("4 of 2")
    expect(quay).to_contain_text("2 jacks for 4 copper runs")
    cords = run.get_by_label("Cords, both ends")
    cords.fill("40 m")
    cords.press("Enter")
    expect(run).to_contain_text("Too long: 104 m with its cords; 100 m is its reach")
    page.get_by_role("button", name="Add a copper run").click()
    length = page.get_by_label("Laid length of the copper run")
    length.fill("far")
    page.get_by_role("button", name="Store").click()
    expect(page.get_by_role("dialog")).to_contain_text("“far” is not a length in m")
    length.fill("80 ft")
    page.get_by_role("button", name="Store").click()
    added = page.locator("[data-run='Copper run 6']")
    expect(added.get_by_label("Laid length")).to_have_value("24.384")


def test_a_service_names_its_slowest_step_and_a_port_is_set_at_the_front(page: Page):
    page.goto("/plans/1/devices")
    film = page.locator("[data-service='Quay cameras to recorder']")
    expect(film).to_contain_text("sends 150 Mb/s")
    passes = film.locator("[data-step='3']").get_by_label("Passes")
    passes.fill("plenty")
    passes.press("Enter")
    expect(film.get_by_role("alert")).to_contain_text("“plenty” is not a speed")
    passes.fill("300 Mb/s")
    passes.press("Enter")
    expect(film).to_contain_text("Old recorder: 300 Mb/s")
    expect(film).not_to_contain_text("sends 150 Mb/s")
    switch = page.locator("[data-device='Wet Lab switch']")
    switch.get_by_text("What each port is set to").click()
    port = switch.locator("[data-port-set='uplink 1']")
    port.get_by_label("Set to").select_option("10")
    expect(page.get_by_text("revision 3")).to_be_visible()
    page.reload()
    switch.get_by_text("What each port is set to").click()
    expect(port.get_by_label("Set to")).to_have_value("10")
