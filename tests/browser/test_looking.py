"""What is not known yet: from a headline to the field that answers it."""

from playwright.sync_api import Page, expect

from .axe import wrong


def test_an_unknown_is_opened_where_it_is_answered(page: Page):
    page.goto("/plans/1")
    expect(page.get_by_role("link", name="Find out next")).to_be_visible()
    page.keyboard.press("o")
    heading = page.locator("[data-answer]")
    expect(heading).to_contain_text("things to find out;")
    expect(heading).to_contain_text("links could turn")
    guess = page.locator("[data-unknown='fiber.guess']").filter(has_text="Net Loft")
    expect(guess).to_contain_text("works now, may fail")
    expect(guess).to_contain_text("Read the print on the sheath")
    way = page.locator("[data-unknown='pathway.length-guess']")
    expect(way).to_contain_text("The length of Crew roof void, 62 m, is a guess.")
    page.keyboard.press("m")
    expect(way).to_contain_text("203 ft")
    page.keyboard.press("m")
    way.get_by_role("link", name="Answer it").click()
    expect(page.get_by_role("heading", name="Crew roof void")).to_be_visible()
    page.go_back()
    guess.get_by_role("link", name="Answer it").click()
    expect(page.get_by_label("Fiber", exact=True).first).to_be_visible()


def test_the_list_is_readable_by_machine_and_on_the_phone(page: Page):
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto("/plans/1/unknowns")
    expect(page.locator("[data-unknown]").first).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    assert wrong(page) == []
