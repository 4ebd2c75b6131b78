"""Practice: a drill from the first page to its grade, a link of a plan, a set, the first hour."""

import json
import re
from pathlib import Path

from playwright.sync_api import Page, expect

from passerelle.practice.catalog import ready
from passerelle.practice.drill import Drill
from passerelle.practice.grading import solve

from .axe import wrong


def headline(page: Page):
    return page.locator("[data-headline]")


def best(kind, level, seed):
    one = ready(Drill(kind, level, seed))
    return solve(one.kind, one.known, one.truth)


def test_a_drill_goes_from_the_first_page_to_its_grade_and_is_kept(page: Page):
    page.goto("/")
    page.get_by_role("button", name=re.compile("^Practice")).click()
    expect(headline(page)).to_have_text("Next: Name the cable, level 1")
    expect(page.locator("[data-marked]")).to_contain_text("Nothing here belongs to a plan")
    page.keyboard.press("Enter")
    expect(headline(page)).to_have_text("Name the cable")
    seed = int(re.search(r"seed=(\d+)", page.url)[1])
    page.locator("[data-act='unsafe look-in']").click()
    expect(page.locator("[data-looked]")).to_contain_text("Nothing is seen.")
    page.keyboard.press("1")
    expect(page.locator("[data-clock]")).to_contain_text("3:30")
    page.reload()
    expect(page.locator("[data-looked]")).to_have_count(2)
    for grade in best("cable", 1, seed).answer:
        page.locator(f"[data-choice='{grade}']").click()
    page.get_by_role("button", name="Answer").click()
    expect(headline(page)).to_have_text("✓ Right, in 3.5 min; the tool takes 3; 1 unsafe move.")
    expect(page.locator("[data-unsafe]")).to_contain_text("Infrared light is not seen")
    page.get_by_role("link", name="Practice").click()
    expect(page.locator("[data-kind='cable'] [data-figures]")).to_contain_text("1 of 1 right")
    # Unsafe counts as missed, whatever was answered.
    expect(page.locator("[data-missed]")).to_contain_text("1 of 1")
    page.get_by_role("button", name="Forget my answers").click()
    page.get_by_role("button", name="Forget them").click()
    expect(page.locator("[data-notice]")).to_contain_text("1 answer is forgotten")
    expect(page.locator("[data-missed]")).to_have_count(0)


def test_two_causes_are_repaired_one_after_the_other(page: Page):
    way = best("dark", 4, 3)
    page.goto("/practice/drill?kind=dark&level=4&seed=3")
    for look in way.seen:
        if look.act.startswith("repair"):
            page.get_by_label("Repair what you are sure of").select_option(look.act)
            page.get_by_role("button", name="Repair", exact=True).click()
        else:
            page.locator(f"[data-act='{look.act}']").click()
        expect(page.locator("[data-looked]").last).to_contain_text(look.shown.said)
    for cause in way.answer:
        page.locator(f"[data-choice='{cause}']").click()
    page.get_by_role("button", name="Answer").click()
    expect(headline(page)).to_contain_text(f"✓ Right, in {way.spent.minutes:g} min")
    expect(page.locator("[data-step]")).to_have_count(len(way.seen))
    expect(page.get_by_text("As the tool would have done.")).to_have_count(len(way.seen))


def test_a_link_of_a_plan_is_practised_on_and_the_plan_stays(page: Page):
    page.goto("/plans/1/links")
    link = page.request.get("/api/plans/1/links").json()[0]
    page.goto(f"/plans/1/links/{link['id']}")
    page.get_by_role("button", name="Menu").click()
    page.get_by_role("menuitem", name="Practise on a copy of this link").click()
    expect(page.locator("main")).to_contain_text(f"{link['name']}: ")
    page.locator("[data-act='lamp a']").click()
    expect(page.locator("[data-looked]")).to_have_count(1)
    page.locator("[data-choice]").first.click()
    page.get_by_role("button", name="Answer").click()
    expect(page.locator("[data-revealed]")).to_be_visible()
    page.get_by_role("button", name="Back to the plan").click()
    expect(page).to_have_url(re.compile(f"/links/{link['id']}$"))
    expect(page.get_by_text("revision 1 · saved")).to_be_visible()


def test_a_set_is_brought_in_and_its_drills_are_done_on_the_phone(page: Page, tmp_path: Path):
    page.set_viewport_size({"width": 390, "height": 844})
    drills = [{"kind": "reference", "level": 1, "seed": 4, "note": "Clean first."},
              {"kind": "reference", "level": 2, "seed": 4}]  # fmt: skip
    document = {"format": "passerelle-drills", "version": 1, "name": "Monday", "drills": drills}
    file = tmp_path / "monday.json"
    file.write_text(json.dumps(document))
    page.goto("/practice")
    page.get_by_label("Set of drills").set_input_files(file)
    mine = page.locator("[data-set='Monday']")
    mine.get_by_role("button", name="1 Reference and limit 1").click()
    wanted = [page.locator("[data-place]").nth(n).inner_text() for n in range(6)]
    assert len(set(wanted)) == 6
    labels = {one.id: one.label for one in ready(Drill("reference", 1, 4)).kind.pose(
        ready(Drill("reference", 1, 4)).known).asked.choices}  # fmt: skip
    order = [labels[key] for key in best("reference", 1, 4).answer]
    for at, label in enumerate(order):
        for _ in range(6):
            if label in page.locator("[data-place]").nth(at).inner_text():
                break
            page.get_by_role("button", name=f"Earlier: {label}").click()
    page.get_by_role("button", name="Answer").click()
    expect(headline(page)).to_have_text("✓ Right.")
    expect(page.locator("main")).to_contain_text("Clean first.")
    page.goto("/practice/drill?kind=reference&level=2&seed=4")
    page.get_by_role("textbox").fill("much")
    page.get_by_role("button", name="Answer").click()
    expect(page.get_by_role("alert")).to_have_text("“much” is no figure in dB.")
    page.get_by_role("textbox").fill(best("reference", 2, 4).answer[0].replace(".", ",") + " dB")
    page.get_by_role("button", name="Answer").click()
    expect(headline(page)).to_have_text("✓ Right.")
    assert page.evaluate("document.documentElement.scrollWidth") <= 390


def strip(page: Page):
    return page.locator("[data-hour-strip]")


def test_the_first_hour_goes_from_two_huts_to_a_signature(page: Page):
    page.goto("/practice")
    page.get_by_role("button", name="Start the first hour").click()
    expect(strip(page)).to_contain_text("step 1 of 6")
    strip(page).get_by_role("button", name="Skip").click()
    expect(strip(page)).to_contain_text("step 2 of 6")
    strip(page).get_by_role("button", name="Back to: Two huts and a duct").press("Enter")
    expect(strip(page)).to_contain_text("step 1 of 6")
    for hut in ("North Hut", "South Hut"):
        page.get_by_role("button", name="Add a place").click()
        page.get_by_label("Name of the place").fill(hut)
        page.get_by_role("button", name="Store").click()
        expect(page.get_by_role("heading", name=hut)).to_be_visible()
    page.get_by_role("button", name="Add a pathway").click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_label("To", exact=True).select_option("South Hut")
    sheet.get_by_label("Length, m").fill("180")
    sheet.get_by_role("button", name="Add").click()
    # From stood on the hut that was just opened; the refusal names the field of the sheet.
    expect(sheet.get_by_role("alert")).to_have_text(re.compile("^To: 'South Hut' is its other end"))
    sheet.get_by_label("From", exact=True).select_option("North Hut")
    sheet.get_by_role("button", name="Add").click()
    expect(strip(page)).to_contain_text("step 2 of 6")
    strip(page).get_by_role("button", name="Go there").click()
    page.get_by_label("In one line").fill("North Hut to South Hut 10G, growth 25G")
    page.get_by_label("In one line").press("Enter")
    expect(strip(page)).to_contain_text("step 3 of 6")
    page.get_by_role("button", name="Take it: build the link").click()
    # It works as it is taken: seeing that it comes up is done with it.
    expect(strip(page)).to_contain_text("step 5 of 6")
    strip(page).get_by_role("button", name="Go there").click()
    page.get_by_role("button", name="Simulated readings").click()
    expect(strip(page)).to_contain_text("step 6 of 6")
    strip(page).get_by_role("button", name="Go there").click()
    page.get_by_role("button", name="Read both ends").click()
    expect(page.locator("[data-levels='a']")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Sign with")).click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_label("One reason for all").fill("first hour")
    sheet.get_by_role("button", name=re.compile("^Sign as")).click()
    expect(strip(page)).to_contain_text("Done: from two huts to a signature.")
    strip(page).get_by_role("button", name="Leave").click()
    expect(strip(page)).to_contain_text("This plan is for practice.")
    strip(page).get_by_role("button", name="Take it up again").click()
    strip(page).get_by_role("button", name="Practice").click()
    expect(page.locator("[data-hour]")).to_have_text("6 of 6 steps done.")


def test_nothing_stands_in_the_way_of_a_screen_reader(page: Page):
    """The first page, a drill with much to do and its grade, at three sizes and in both themes."""
    for width, height in ((1280, 800), (820, 1180), (390, 844)):
        page.set_viewport_size({"width": width, "height": height})
        page.goto("/practice")
        expect(headline(page)).to_contain_text("Next: ")
        assert wrong(page) == []
        page.goto("/practice/drill?kind=trace&level=3&seed=4")
        page.locator("[data-act='shoot 1310']").click()
        expect(page.locator("[data-looked]")).to_have_count(1)
        assert wrong(page) == []
        assert page.evaluate("document.documentElement.scrollWidth") <= width
        page.locator("[data-choice]").first.click()
        page.get_by_role("button", name="Answer").click()
        expect(page.locator("[data-graded]")).to_be_visible()
        assert wrong(page) == []
        assert page.evaluate("document.documentElement.scrollWidth") <= width
