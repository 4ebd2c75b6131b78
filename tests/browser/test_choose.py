"""From one line of text to a built link, in a real browser."""

from playwright.sync_api import Page, expect

from .axe import wrong


def answer(page: Page):
    return page.locator("[data-answer]")


def test_a_line_becomes_options_and_one_of_them_a_link(page: Page):
    page.goto("/plans/1/choose")
    expect(answer(page)).to_have_text("What is wanted?")
    page.get_by_label("In one line").fill("Crew House to Wet Lab 10G, growth 100G, 240 m")
    page.get_by_role("button", name="Read").click()
    option = page.locator("[data-option='10GBASE-LR on new OS2']")
    expect(option).to_contain_text("carries the growth speed with new modules")
    page.get_by_text("ruled out").click()
    expect(page.locator("[data-ruled-out]")).to_contain_text("220 m is the reach of 10GBASE-LRM")
    page.get_by_label("Route, m").fill("far")
    expect(page.get_by_role("alert")).to_have_text("“far” is not a length.")
    page.get_by_label("Route, m").fill("0")
    expect(page.get_by_role("alert")).to_contain_text("0 m is not a distance between two places")
    page.get_by_label("Route, m").fill("240")
    option.click()
    page.get_by_role("button", name="Take it: build the link").click()
    expect(page.locator("[data-path-row]")).to_be_visible()
    expect(answer(page)).to_have_text("Works, with 4.6 dB to spare")
    page.locator("h1").click()
    page.keyboard.press("u")
    page.keyboard.press("0")
    expect(answer(page)).to_have_text("29 of 66 links would come up")


def test_two_routes_with_field_connectors_become_two_links(page: Page):
    page.goto("/plans/1/choose")
    line = page.get_by_label("In one line")
    line.fill("Pier Office to Inst")
    page.get_by_role("button", name="Instrument Hall", exact=True).click()
    expect(line).to_have_value("Pier Office to Instrument Hall")
    line.press_sequentially(" 10G, two routes")
    line.press("Enter")
    expect(page.get_by_label("Second, m")).to_have_value("279")
    expect(page.locator("[data-way]")).to_have_text("The two share 11 m, Hall tray, Hall entry.")
    page.get_by_text("Devices, glass").click()
    page.get_by_label("Device or cage at the end").select_option(label="SFP cage")
    expect(page.locator("[data-ruled-out]")).to_contain_text("none of them runs in the SFP cage")
    page.get_by_label("Device or cage at the end").select_option("not decided")
    page.locator("[data-option='10GBASE-LR on new OS2']").click()
    aside = page.get_by_label("The option", exact=True)
    expect(aside).to_contain_text("unless spanning tree or link aggregation is on")
    field = aside.get_by_role("radio", name="field connectors")
    field.click()
    expect(field).to_be_checked()
    expect(page.get_by_label("Ends of new cable")).to_have_value("field")
    expect(aside).to_contain_text("16 ×field connector")  # four strands, both ends, two routes
    page.get_by_role("button", name="Take it: build 2 links").click()
    expect(page.locator("[data-path-row]")).to_be_visible()
    expect(page.get_by_text("The redundant links fail together")).to_be_visible()
    page.locator("h1").click()
    page.keyboard.press("u")
    page.keyboard.press("0")
    expect(answer(page)).to_have_text("29 of 66 links would come up")


def test_the_other_schools_have_their_cost(page: Page):
    page.goto("/plans/1/choose?from=Crew%20House&to=Wet%20Lab&distance=240&rate=10")
    page.get_by_text("What the other schools would cost").click()
    schools = page.locator("[data-schools]")
    expect(schools).to_contain_text("by length · followed")
    expect(schools).to_contain_text("−18")  # pigtails: 18.4 less, by hand in test_laying
    page.get_by_text("What counts, 0 to 5").click()
    page.get_by_role("radio", name="lasting").click()
    expect(page.get_by_label("keeps its value")).to_have_value("4")


def test_a_link_that_will_not_grow_gets_another_way_in_its_place(page: Page):
    page.goto("/plans/1/choose?show=growth")
    row = page.get_by_role("row", name="Pier Office – Boat Shed office")
    row.get_by_role("link", name="Choose").click()
    expect(page.get_by_label("Speed now")).to_have_value("10")
    option = page.locator("[data-option='10GBASE-LR on new OS2']")
    option.click()
    aside = page.locator("[data-replaces]")
    expect(aside).to_contain_text("1000BASE-LX, fails, margin +0.23 → works, margin +")
    page.get_by_role("radio", name="prices").click()
    page.get_by_role("radio", name="options").click()
    expect(aside).to_be_visible()  # the need is still there
    page.get_by_role("button", name="Put it in the link’s place").click()
    expect(page.locator("[data-path-row]")).to_be_visible()
    expect(answer(page)).to_contain_text("Works, with")
    expect(page.get_by_text("10GBASE-LR").first).to_be_visible()
    page.locator("h1").click()
    page.keyboard.press("u")
    expect(answer(page)).to_contain_text("Fails")


def test_copper_is_taken_and_stands_beside_the_links(page: Page):
    page.goto("/plans/1/choose?from=Pier%20Office&to=Net%20Loft&distance=58&rate=1")
    page.locator("[data-option='1000BASE-T, Cat 5e']").click()
    page.get_by_role("button", name="Take it: record the copper run").click()
    copper = page.locator("[data-copper]")
    # open by itself: the plan has one that is too long
    expect(copper).to_contain_text("Too long: 104 m; 55 m is its reach")
    expect(copper).to_contain_text("1000BASE-T, Cat 5e, 1G, 64 m of at most 100 m")
    copper.get_by_role("button", name="Remove").last.click()
    expect(copper.locator("summary")).to_have_text("Copper beside the links: 5 runs")


def test_a_price_is_changed_and_counts(page: Page):
    page.goto("/plans/1/choose?show=prices")
    row = page.locator("[data-price='labour hour']")
    field = row.get_by_label("Price of labour, an hour")
    field.fill("dear")
    field.press("Enter")
    expect(row.get_by_role("alert")).to_have_text("“dear” is not a price")
    field.fill("60")
    field.press("Enter")
    expect(row).to_contain_text("this plan’s")


VIEWS = (
    "choose?from=Crew%20House&to=Wet%20Lab&distance=240&rate=10&growth=100",
    "choose?show=possible&from=A&to=B&distance=240", "choose?show=many", "choose?show=growth",
    "choose?show=prices", "lists",
)  # fmt: skip


def test_the_choose_views_are_accessible(page: Page):
    for view in VIEWS:
        page.goto(f"/plans/1/{view}")
        expect(answer(page)).to_be_visible()
        page.wait_for_timeout(600)
        assert wrong(page) == [], view


def test_what_stands_at_the_ends_and_how_the_far_one_gets_power(page: Page):
    page.goto("/plans/1/choose?from=Pier%20Office&to=Boat%20Shed&distance=90&rate=1")
    page.get_by_text("Devices, glass, surroundings, ends").click()
    page.get_by_label("Device or cage at the start").select_option("device:Core switch")
    page.get_by_label("Device or cage at the end").select_option("none")
    draw = page.get_by_label("Far device takes, W")
    draw.fill("12 watt?")
    expect(page.get_by_role("alert")).to_have_text("“12 watt?” is not a number of watts.")
    draw.fill("12 W")
    page.get_by_label("At its peak, W").fill("9")
    expect(page.get_by_role("alert")).to_contain_text(
        "At its peak: 9 W at peak is under 12 W, what it usually takes"
    )
    page.get_by_label("At its peak, W").fill("22")
    near, far = page.locator("[data-end='0']"), page.locator("[data-end='1']")
    expect(near).to_contain_text("the module goes straight into Core switch; 21 more")
    expect(far).to_contain_text("small switch with powered jacks, room for 7 more")
    pair = page.locator("[data-way='pair']")
    expect(pair).to_contain_text("Needs class 4: it leaves 25.5 W of 30 W at the device.")
    page.get_by_label("For the service").select_option("Quay cameras to recorder")
    page.get_by_label("Speed now").select_option("10")
    expect(page.locator("[data-enough]")).to_contain_text("100M")
    page.get_by_role("button", name="Ask for 100M").click()
    expect(page.get_by_label("Speed now")).to_have_value("0.1")
