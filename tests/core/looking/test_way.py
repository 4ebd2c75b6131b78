"""The way through the job: what each step has, what it lacks, and what comes next."""

from dataclasses import replace

from passerelle.core.judge.wholeplan import check
from passerelle.core.looking.way import next_act, the_way
from passerelle.core.plan.backbone import Place
from passerelle.core.plan.needs import PlannedNeed
from passerelle.core.plan.plan import EMPTY, STEPS_OF_JOB
from passerelle.core.plan.things import Things
from passerelle.demo_data import demo_plan
from tests.planting import way


def steps(plan):
    return {one.step: one for one in the_way(check(plan))}


def test_an_empty_plan_has_nothing_to_judge_which_is_not_done_and_begins_with_a_need():
    found = the_way(check(EMPTY))
    assert [one.step for one in found] == list(STEPS_OF_JOB)
    assert {one.state for one in found} == {"nothing"}
    first = next_act(found)
    assert first is not None
    assert (first.step, first.act.do) == ("need", "Say what is wanted")


def test_a_step_counts_what_wants_nothing_more():
    places = Things([Place("A", x_m=0, y_m=0), Place("B")])
    sized = replace(way("D1", "A", "B", 50), length_from="measured", inner_mm=40.0)
    guessed = replace(way("D2", "A", "B", 60), length_from="guess", inner_mm=40.0)
    survey = steps(replace(EMPTY, places=places, pathways=Things([sized, guessed])))["survey"]
    # of four things B has no position and D2 is a guess
    assert (survey.done, survey.of, survey.state) == (2, 4, "open")
    assert survey.says == "2 places, 2 pathways, 2 not recorded or guessed."
    assert (survey.act.kind, survey.act.name) == ("place", "B")


def test_a_survey_without_a_question_is_done_and_asks_for_nothing():
    places = Things([Place("A", x_m=0, y_m=0), Place("B", x_m=50, y_m=0)])
    sized = replace(way("D1", "A", "B", 50), length_from="measured", inner_mm=40.0)
    survey = steps(replace(EMPTY, places=places, pathways=Things([sized])))["survey"]
    assert (survey.done, survey.of, survey.state, survey.act) == (3, 3, "done", None)


def test_a_need_that_lacks_its_length_is_to_be_said_and_one_that_is_whole_to_be_chosen():
    half = PlannedNeed("Mast", rate_gbps=1.0)
    whole = replace(half, distance_m=120.0)
    said = steps(replace(EMPTY, needs=Things([half])))["need"]
    chosen = steps(replace(EMPTY, needs=Things([whole])))["need"]
    assert (said.act.do, said.done, said.of) == ("Say the rest of Mast", 0, 1)
    assert chosen.act.do == "Choose a way for Mast"


def test_the_demo_counts_each_link_once():
    judged = check(demo_plan())
    light = steps(demo_plan())["light"]
    verdicts = [one.verdict for one in judged.links]
    assert light.of == len(verdicts)
    up = len(verdicts) - verdicts.count("fails") - verdicts.count("unknown")
    assert light.says.startswith(f"{up} of {len(verdicts)} links would come up, ")
    assert light.act.do.startswith("Bring up ")
    failing = next(one for one in judged.links if one.verdict == "fails")
    assert light.act.name == failing.budget.link.name
    warned = sum(
        1 for one in judged.links
        if one.verdict in ("works", "tight")
        and any(f.rule.step == "light" and f.rule.severity != "note" for f in one.findings)
    )  # fmt: skip
    assert light.done == up - warned


def test_a_closed_step_asks_for_nothing_and_keeps_its_figures():
    plan = demo_plan()
    opened, closed = steps(plan)["survey"], steps(replace(plan, not_needed=("survey",)))["survey"]
    assert opened.act is not None
    assert (closed.state, closed.act) == ("not needed", None)
    assert (closed.done, closed.of) == (opened.done, opened.of)
    following = next_act(the_way(check(replace(plan, not_needed=("survey",)))))
    assert following is not None
    assert following.step == "need"
