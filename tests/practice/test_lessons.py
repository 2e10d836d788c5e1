"""Twelve lessons: the mistake has its consequence, and who avoids it passes."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.plan import make_plan
from rockpin.practice.lessons import Lesson, lesson_ground, lessons, play
from rockpin.practice.opened import consequences_of

CATALOGUE = load_catalogue()


def test_there_are_twelve_each_about_another_mistake() -> None:
    assert len(lessons()) == 12
    for told in ("key", "title", "mistake"):
        assert len({getattr(one, told) for one in lessons()}) == 12


@pytest.mark.parametrize("lesson", lessons(), ids=lambda one: one.key)
def test_the_mistake_has_its_consequence_and_avoided_all_goes_well(lesson: Lesson) -> None:
    wrong = play(lesson, lesson.wrong, CATALOGUE)
    assert lesson.consequence in consequences_of(wrong)
    right = play(lesson, lesson.right, CATALOGUE)
    assert consequences_of(right) == ()


@pytest.mark.parametrize("lesson", lessons(), ids=lambda one: one.key)
def test_the_job_of_a_lesson_can_be_planned_as_it_is_given(lesson: Lesson) -> None:
    plan = make_plan(lesson_ground(lesson, CATALOGUE).document, CATALOGUE)
    assert plan.holes
    assert plan.practice
