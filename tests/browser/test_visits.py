"""Visits as somebody plans and walks them: proposed, taken, ticked on a phone, seen on the map."""

import re

from playwright.sync_api import Page, expect

from .axe import wrong

PHONE = {"width": 390, "height": 844}


def small(page: Page) -> str:
    """A plan of the demo's first steps: one cable and its two links, so that days are few."""
    doc = page.request.get("/api/plans/1/export").json()
    keep = {"H-01"}
    doc["name"] = "Two rooms"
    doc["cables"] = [one for one in doc["cables"] if one["name"] in keep]
    for key in ("links", "needs", "services", "redundancy", "feeds", "copper_runs", "closures",
                "reels", "spares", "shared_parts"):  # fmt: skip
        doc[key] = (
            [one for one in doc[key] if one["name"] == "Instrument Hall – Cabinet 1"]
            if key == "links"
            else []
        )
    answer = page.request.post("/api/plans/import", data=doc)
    assert answer.ok, answer.text()
    return f"/plans/{answer.json()['id']}"


def propose(page: Page) -> None:
    page.get_by_role("button", name=re.compile("^Propose")).click()
    expect(page.locator("[data-proposal]")).to_contain_text("on site", timeout=20_000)
    page.get_by_role("button", name="Take these visits").click()
    expect(page.locator("[data-visit]").first).to_be_visible()


def tick(page: Page, name: str) -> None:
    page.get_by_role("checkbox", name=f"Done: {name}").click()
    expect(page.get_by_role("checkbox", name=f"Done: {name}")).to_be_checked()


def test_from_a_proposal_over_two_ticks_on_a_phone_to_the_map(page: Page):
    home = small(page)
    page.goto(f"{home}/visits")
    expect(page.locator("[data-answer]")).to_contain_text("in no visit yet")
    propose(page)
    expect(page.locator("[data-proposal]")).to_have_count(0)
    expect(page.locator("[data-answer]")).to_contain_text("on site, 0 of")
    page.set_viewport_size(PHONE)
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    tick(page, "check H-01 in, and test it before it is pulled")
    row = page.get_by_role("button", name=re.compile("Pull H-01", re.I))
    row.click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_label("Sheath mark at the start, m").fill("1012")
    sheet.get_by_role("button", name="Five minutes more").click()
    done = sheet.get_by_role("button", name="Done", exact=True)
    assert done.bounding_box()["height"] >= 60
    done.click()
    expect(page.get_by_role("checkbox", name="Done: pull H-01")).to_be_checked()
    expect(page.get_by_text("Done: pull H-01.")).to_be_visible()  # it is stored
    facts = page.request.get(f"/api{home}/facts").json()["facts"]
    assert [(one["state"], one["from_m"]) for one in facts] == [("done", None), ("done", 1012.0)]
    page.set_viewport_size({"width": 1280, "height": 800})
    page.goto(home)
    expect(page.locator("[data-state=laid]")).to_have_count(1)
    page.goto(f"{home}/survey")
    expect(page.locator("[data-pathway] [data-laid]").first).to_be_attached()


def test_a_move_says_what_it_breaks_and_undo_mends_it(page: Page):
    home = small(page)
    page.goto(f"{home}/visits")
    propose(page)
    page.get_by_role(
        "button", name=re.compile("Splice H-01 at Instrument Hall", re.I)
    ).first.click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_text("Move it, or leave it out").click()
    for _ in range(3):
        sheet.get_by_role("button", name="Earlier").click()
    page.keyboard.press("Escape")
    test = page.locator("[data-task^='goods-in']")
    test.get_by_role("button").first.click()
    sheet.get_by_text("Move it, or leave it out").click()
    sheet.get_by_label("Visit").select_option("")
    page.keyboard.press("Escape")
    broken = page.locator("[data-task^='pull'] [data-broken]").first
    expect(broken).to_contain_text("which is in no visit: tested before it is pulled")
    page.locator("body").press("u")
    expect(broken).to_have_count(0)


def test_tasks_move_by_keys_and_by_mouse(page: Page):
    home = small(page)
    page.goto(f"{home}/visits")
    propose(page)
    names = page.locator("[data-one-visit] [data-task]")
    first = names.first.get_attribute("data-task")
    row = page.locator(f"[data-task='{first}']")
    before = [names.nth(at).get_attribute("data-task") for at in range(names.count())]
    row.get_by_role("button").first.focus()
    page.keyboard.press("Alt+ArrowDown")
    expect(page.locator("[data-answer]")).to_be_visible()
    doc = page.request.get(f"/api{home}/visits").json()["visits"][0]
    expect(page.get_by_role("status").filter(has_text="saved")).to_be_attached()
    assert {one["key"] for one in doc["tasks"]} == set(before)
    planks = page.locator("[data-visit]")
    if planks.count() < 2:
        return
    row.drag_to(planks.nth(1))
    planks.nth(1).click()
    expect(page.locator(f"[data-one-visit] [data-task='{first}']")).to_be_visible()


def test_done_work_is_asked_about_before_a_change_makes_it_worthless(page: Page):
    home = small(page)
    page.goto(f"{home}/visits")
    propose(page)
    tick(page, "pull H-01")
    expect(page.get_by_text("Done: pull H-01.")).to_be_visible()  # it is stored
    page.goto(f"{home}/route?cable=H-01&page=route")
    slack = page.get_by_label("Slack, Instrument Hall")
    slack.fill("99")
    slack.press("Enter")
    sheet = page.get_by_role("dialog", name="This is done already")
    expect(sheet).to_contain_text("pull H-01: done as")
    assert wrong(page, "[role=dialog]") == []
    sheet.get_by_role("button", name="Leave the plan as it is").click()
    expect(page.get_by_text("would be to be done again").first).to_be_visible()
    slack.fill("98")
    slack.press("Enter")
    sheet.get_by_role("button", name="Change it, and do it again").click()
    expect(sheet).to_have_count(0)
    page.goto(f"{home}/visits")
    expect(page.locator("[data-rework]").first).to_contain_text("To be done again")


def test_a_task_that_is_not_needed_and_one_of_ones_own(page: Page):
    home = small(page)
    page.goto(f"{home}/visits")
    page.get_by_role("button", name="Own task").click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_role("button", name="Add it").click()
    expect(sheet).to_contain_text("The name is missing")
    sheet.get_by_label("What is to be done").fill("fetch the key")
    sheet.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("button", name=re.compile("fetch the key", re.I))).to_be_visible()
    page.get_by_role("button", name=re.compile("Label H-01 at Instrument Hall", re.I)).click()
    sheet.get_by_text("Move it, or leave it out").click()
    sheet.get_by_label("Not needed, because").fill("it has one")
    sheet.get_by_label("Not needed, because").press("Tab")
    sheet.get_by_role("button", name="Not needed", exact=True).click()
    expect(page.locator("[data-part='Not needed']")).to_contain_text("it has one")


def test_the_pier_is_accessible_in_both_sizes_with_a_task_open(page: Page):
    home = small(page)
    page.goto(f"{home}/visits")
    propose(page)
    assert wrong(page) == []
    page.set_viewport_size(PHONE)
    page.get_by_role("button", name=re.compile("Pull H-01", re.I)).click()
    expect(page.get_by_role("dialog")).to_be_visible()
    assert wrong(page) == []


def test_an_empty_plan_has_nothing_to_do_and_says_so(page: Page):
    page.goto("/")
    page.get_by_label("Name of the new plan").fill("Bare")
    page.get_by_role("button", name="New plan", exact=True).click()
    expect(page.locator("[data-begin]")).to_be_visible()
    page.locator("body").press("7")
    expect(page.locator("[data-answer]")).to_have_text("Nothing to do on site yet")


def test_a_visit_goes_to_the_phone_as_a_page_and_comes_home_as_a_packet(page: Page, tmp_path):
    home = small(page)
    page.goto(f"{home}/visits")
    propose(page)
    with page.expect_download() as told:
        page.get_by_role("button", name="To the phone").click()
    path = tmp_path / "visit.html"
    told.value.save_as(path)
    phone = page.context.browser.new_page(viewport=PHONE)
    phone.goto(path.as_uri())
    assert phone.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    phone.get_by_role("button", name=re.compile("check H-01 in")).click()
    phone.get_by_label(re.compile("Minutes taken")).fill("12,5")
    phone.get_by_role("button", name="Done", exact=True).click()
    expect(phone.locator("#state")).to_contain_text("1 kept here, not taken home yet")
    phone.reload()  # it was closed, or the battery died
    expect(phone.locator("#sum")).to_contain_text("1 of")
    with phone.expect_download() as told:
        phone.get_by_role("button", name="Save the packet").click()
    packet = tmp_path / "visit.json"
    told.value.save_as(packet)
    phone.close()
    for said in ("1 note and 0 photos brought home.", "1 note had come before"):
        page.get_by_label("Packet of a visit").set_input_files(packet)
        expect(page.locator("[data-merged]")).to_contain_text(said)
    box = page.get_by_role("checkbox", name=re.compile("^Done: check H-01 in"))
    expect(box).to_be_checked()
    facts = page.request.get(f"/api{home}/facts").json()["facts"]
    assert [one["minutes"] for one in facts] == [12.5]
