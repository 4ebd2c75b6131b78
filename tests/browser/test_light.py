"""The technician's way through one link, in a real browser."""

import re

from playwright.sync_api import Page, expect

from .axe import wrong


def open_link(page: Page, name: str) -> None:
    page.goto("/plans/1")
    page.get_by_label("Find a link").fill(name)
    page.get_by_role("button", name=name, exact=True).click()
    expect(page.locator("[data-path-row]")).to_be_visible()
    page.get_by_label("Find a link").fill("")
    page.locator("h1").click()  # keys go to the page again


def answer(page: Page):
    return page.locator("[data-answer]")


def test_the_overview_answers_first(page: Page):
    page.goto("/plans/1")
    expect(answer(page)).to_have_text("29 of 66 links would come up")
    row = page.locator("[data-link]").first
    expect(row).to_contain_text("Pier Office – Boat Shed")
    expect(row).to_contain_text("322 m, 33 m is the reach")
    page.locator("#find").click()
    page.keyboard.type("crossing")
    expect(page.locator("[data-link]")).to_have_count(1)
    page.keyboard.press("Escape")
    page.keyboard.press("m")
    expect(row).to_contain_text("1\u202f056")  # 322 m / 0.3048
    page.keyboard.press("j")
    page.keyboard.press("Enter")
    expect(answer(page)).to_have_text("Fails: 0.8 dB too much loss")


def test_changing_a_part_changes_the_verdict_at_once(page: Page):
    open_link(page, "Pier Office – Beacon Hill")
    expect(answer(page)).to_have_text("Works, with 2.6 dB to spare")
    page.locator("[data-at='4']").click()
    length = page.get_by_role("textbox", name="Length")
    length.fill("8100")
    length.press("Enter")
    expect(answer(page)).to_have_text("Works, but tight: 0.05 dB to spare")
    expect(page.locator("[data-rule='loss.tight']")).to_be_visible()
    page.locator("[data-at='1']").click()
    page.get_by_label("Connector grade").select_option("low-loss")
    expect(answer(page)).to_have_text("Works, with 0.5 dB to spare")  # 0.05 + 0.75 - 0.25
    page.get_by_role("button", name="Undo").click()
    expect(answer(page)).to_have_text("Works, but tight: 0.05 dB to spare")
    page.keyboard.press("Escape")
    page.keyboard.press("u")
    expect(answer(page)).to_have_text("Works, with 2.6 dB to spare")
    page.keyboard.press("Shift+U")
    expect(answer(page)).to_have_text("Works, but tight: 0.05 dB to spare")


def test_a_refused_figure_is_said_and_kept(page: Page):
    open_link(page, "Pier Office – Beacon Hill")
    page.locator("[data-at='4']").click()
    length = page.get_by_role("textbox", name="Length")
    length.fill("900000")
    length.press("Enter")
    expect(page.get_by_role("alert").first).to_contain_text("is over 200000")
    expect(length).to_have_value("900000")
    expect(answer(page)).to_have_text("Works, with 2.6 dB to spare")


def test_an_overload_is_cured_with_one_press(page: Page):
    open_link(page, "Pier Office – Instrument Hall standby")
    expect(answer(page)).to_have_text(re.compile("once less light arrives"))
    card = page.locator("[data-rule='light.overload']")
    expect(card.locator("[data-preview]").first).to_contain_text("−1 warning")
    card.get_by_role("button", name="Attenuator 7 dB at the receiver").click()
    expect(answer(page)).to_have_text("Works, with 1.0 dB to spare")
    expect(page.locator("[data-at='10']")).to_be_visible()


def test_the_transmitter_that_meets_a_transmitter_is_turned(page: Page):
    open_link(page, "Instrument Hall – Cabinet 2")
    expect(answer(page)).to_have_text("Fails: transmitter meets transmitter")
    page.get_by_role("button", name=re.compile("Cord at part 1 straight")).click()
    expect(answer(page)).to_have_text("Works, with 3.8 dB to spare")


def test_parts_are_inserted_cut_moved_and_removed_by_keyboard(page: Page):
    open_link(page, "Pier Office – Wet Lab")
    parts = page.locator("[data-at]")
    expect(parts).to_have_count(5)
    page.locator("[data-at='0']").focus()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowRight")
    editor = page.locator("[data-part-editor]")
    expect(editor).to_contain_text("Part 3 of 5")
    editor.get_by_role("button", name="splice").press("Enter")
    expect(parts).to_have_count(7)
    page.locator("[data-at='6']").click()
    editor.get_by_role("button", name="attenuator").click()
    expect(parts).to_have_count(9)
    editor.get_by_role("button", name="Move towards a").click()
    expect(editor).to_contain_text("Part 7 of 9")
    page.locator("[data-at='6']").focus()
    page.keyboard.press("Delete")
    expect(parts).to_have_count(7)


def test_a_link_is_added_duplicated_renamed_and_deleted(page: Page):
    page.goto("/plans/1")
    expect(answer(page)).to_be_visible()
    page.keyboard.press("n")
    page.get_by_role("radio", name="I know what runs").click()
    expect(answer(page)).to_have_text("Add a link")  # both forms have a field To
    page.get_by_label("To", exact=True).fill("Ice Store")
    page.get_by_label("Route length").fill("150")
    page.get_by_role("button", name=re.compile("^10GBASE-SR")).click()
    page.get_by_role("button", name="Add with 10GBASE-SR").click()
    expect(page.locator("[data-at]")).to_have_count(5)
    expect(answer(page)).to_have_text("Works, with 0.9 dB to spare")  # 2.9 - 1.5 - 0.48
    original = page.url
    page.get_by_role("button", name="Duplicate").click()
    expect(page).not_to_have_url(original)  # the copy stands in the list before it is opened
    expect(page.get_by_text("Pier Office – Ice Store copy").first).to_be_visible()
    page.get_by_role("button", name="Rename").click()
    page.get_by_label("Name of the link").fill("Cold room")
    page.get_by_label("Name of the link").press("Enter")
    expect(page.get_by_text("Cold room").first).to_be_visible()
    page.get_by_role("button", name="Delete").click()
    expect(answer(page)).to_have_text("30 of 67 links would come up")


def test_echoes_are_folded_under_their_cause(page: Page):
    open_link(page, "Pier Office – Boat Shed")
    column = page.get_by_role("complementary", name="Findings")
    expect(column).to_contain_text("Findings · 3")  # reach, and old glass: unmeasured, guessed
    echo = column.get_by_text("More loss than the application allows.")
    expect(echo).to_be_hidden()
    column.get_by_text("2 more follow from it").click()
    expect(echo).to_be_visible()


def test_growth_says_what_the_same_glass_would_carry(page: Page):
    open_link(page, "Pier Office – Orrin Head crossing")
    card = page.locator("[data-growth]")
    expect(card).to_contain_text("200G is stopped at 200GBASE-ER4: Not known")


def test_what_needs_no_purchase_is_ticked_and_the_rest_says_what_it_costs(page: Page):
    page.goto("/plans/1")
    expect(answer(page)).to_have_text("29 of 66 links would come up")
    page.get_by_role("button", name="Fix what remedies cure").click()
    sheet = page.get_by_role("dialog")
    certain = sheet.locator("[data-certain='true'] [data-fix]")
    expect(certain.first).to_be_visible()
    count = certain.count()
    expect(sheet.locator("input:checked")).to_have_count(count)
    bought = sheet.locator("[data-certain='false'] [data-fix]", has_text="Crew House – Wet Lab")
    expect(bought).to_contain_text("module 10GBASE-LR: 51 units")  # one at 50.5
    bought.get_by_role("checkbox").check()
    sheet.get_by_role("button", name=f"Fix {count + 1} links").click()
    expect(answer(page)).to_have_text(f"{29 + count + 1} of 66 links would come up")
    page.keyboard.press("u")
    expect(answer(page)).to_have_text("29 of 66 links would come up")


def test_a_figure_shows_how_it_was_made(page: Page):
    open_link(page, "Pier Office – Beacon Hill")
    page.get_by_role("button", name="why this loss").click()
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("1640 m × 0.4 dB/km (OS2 at 1310 nm)")
    expect(sheet).to_contain_text("ISO/IEC 11801-1")
    sheet.get_by_role("button", name="limit").click()
    expect(sheet).to_contain_text("channel insertion loss of 10GBASE-LR on OS")


def test_two_people_at_one_link_are_not_merged_silently(page: Page, address: str):
    page.route("**/events", lambda route: route.abort())  # it has not heard of it yet
    open_link(page, "Pier Office – Beacon Hill")
    theirs = page.request.patch(
        f"{address}/api/plans/1/links/demolink0004",
        data={"base": 1, "edits": [{"op": "rename", "name": "Mast link"}]},
        headers={"x-passerelle-who": "Bo"},
    )
    assert theirs.ok
    asked = []
    page.on("request", lambda one: asked.append(one.url) if one.method == "PATCH" else None)
    page.locator("[data-at='4']").click()
    page.get_by_role("textbox", name="Length").fill("1000")
    page.get_by_role("textbox", name="Length").press("Enter")
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("Bo saved “Pier Office – Beacon Hill: rename to Mast link”")
    expect(sheet).to_contain_text("length_m 1000")
    assert len(asked) == 1, "the dialog takes the focus: nothing is sent a second time by that"
    sheet.get_by_role("button", name="Put mine on top").click()
    expect(page.get_by_text("Mast link").first).to_be_visible()
    expect(answer(page)).to_have_text("Works, with 2.9 dB to spare")  # 2.63 + 0.64 x 0.4


def test_undo_after_somebody_else_saved_asks_twice(page: Page, address: str):
    open_link(page, "Pier Office – Beacon Hill")
    page.locator("[data-at='0']").click()
    page.keyboard.press("Delete")
    expect(page.locator("[data-at]")).to_have_count(9)
    edits = [{"op": "rename", "name": "Lab run"}]
    page.request.patch(
        f"{address}/api/plans/1/links/demolink0003", data={"base": 1, "edits": edits}
    )
    page.keyboard.press("u")
    expect(page.get_by_text("saved “Pier Office – Wet Lab: rename to Lab run”")).to_be_visible()
    expect(page.get_by_text("Lab run").first).to_be_visible()  # the rail has been read again
    page.keyboard.press("u")
    expect(page.get_by_text("Undone: Pier Office – Wet Lab: rename to Lab run")).to_be_visible()


def test_a_part_that_several_links_pass_is_one_thing(page: Page):
    """Four lanes leave through one breakout cord: 4 m longer here is 4 m longer there."""
    page.goto("/plans/1/links/demolink0039")
    page.locator("[data-at='4']").click()
    editor = page.locator("[data-part-editor]")
    expect(editor).to_contain_text("3 other links pass it: what is changed here changes for all.")
    editor.get_by_label("Length").fill("7")
    page.keyboard.press("Enter")
    expect(page.get_by_text("revision 2 · saved")).to_be_visible()
    editor.get_by_role("button", name="Which?").click()
    editor.get_by_role("link", name="Wet Lab bench, lane 2").click()
    expect(page.get_by_text("7 m OM4")).to_be_visible()
    page.locator("[data-at='4']").click()
    editor.get_by_label("Which one it is").select_option("this link’s alone")
    expect(page.get_by_text("This part is this link's alone. Undo with u.")).to_be_visible()
    expect(editor.get_by_label("Which one it is")).to_have_value("")
    editor.get_by_label("Which one it is").select_option(label="a part that other links pass too …")
    page.get_by_label("Name of this cord").fill("Breakout cord W-2")
    page.get_by_role("button", name="Store").click()
    expect(editor).to_contain_text("No other link passes it yet.")
    page.goto("/plans/1/devices")
    shared = page.locator("[data-shared-parts]")
    expect(shared.get_by_role("row")).to_have_count(4)
    shared.get_by_label("Name of Breakout cord W-2").fill("Breakout cord W-1")
    page.keyboard.press("Enter")
    expect(shared.get_by_role("alert")).to_contain_text("is the name of another shared part")
    shared.get_by_role("button", name="Delete Breakout cord W-1").click()
    expect(page.get_by_role("dialog")).to_contain_text("link Wet Lab bench, lane 3 (without it)")
    page.get_by_role("button", name="Delete all of it").click()
    expect(shared.get_by_role("row")).to_have_count(3)


def test_a_lost_server_is_said(page: Page):
    page.route("**/api/plans/1/links", lambda route: route.abort())
    page.goto("/plans/1")
    expect(page.get_by_text("Passerelle does not answer")).to_be_visible()
    page.unroute("**/api/plans/1/links")
    page.get_by_role("button", name="Try again").click()
    expect(answer(page)).to_have_text("29 of 66 links would come up")
    page.goto("/plans/1/links/demolink0999")
    expect(page.get_by_text("This link is not in the plan; it may be deleted.")).to_be_visible()


def test_names_from_outside_are_text(page: Page, address: str):
    name = "<img src=x onerror=alert(1)> \u202eevil"
    edits = [{"op": "rename", "name": name}]
    page.request.patch(
        f"{address}/api/plans/1/links/demolink0004", data={"base": 1, "edits": edits}
    )
    page.goto("/plans/1/links/demolink0004")
    expect(page.get_by_text("<img src=x onerror").first).to_be_visible()


def test_nothing_that_axe_can_find_is_wrong(page: Page):
    for path in (
        "",
        "/links/demolink0007",
        "/need",
        "/rules",
        "/guide",
        "/devices",
        "/links/demolink0054/polarity",
    ):
        page.goto(f"/plans/1{path}")
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        if path.endswith("7"):
            page.locator("[data-at='2']").click()
        assert wrong(page) == [], path
