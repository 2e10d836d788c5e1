"""What people call a thing is found by what they say, and nothing is found where nobody named one."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.tables.names import meant, named_in, near
from rockpin.core.tables.shapes import Beyond, CommonThing

CATALOGUE = load_catalogue()
ROWS = (*CATALOGUE.common_things, *CATALOGUE.shapes, *CATALOGUE.beyond)


@pytest.mark.parametrize(
    ("said", "key"),
    [
        ("curtain_pole", "curtain_pole"),
        ("Toilet-roll holder", "paper_holder"),
        ("bike hook", "bicycle_hook"),
        # a name as it stands goes before one that has it in it
        ("towel rail", "towel_rail"),
        ("towel radiator", "heated_towel_rail"),
        ("wall cabinet", "kitchen_wall_cabinet"),
        ("heated towel", "heated_towel_rail"),
        # what may be several things is none of them: a curtain is no coat hook, a ladder no heated rail
        ("heated", None),
        ("curtains", "curtain_pole"),
        ("ladder", "ladder_hook"),
        ("baby monitor", "small_device"),
        # what is said at last is what it is, and what holds a thing is asked for by the thing
        ("kettle shelf", "shelf"),
        ("mirror with a light", "mirror"),
        ("television mount", "tv_on_plate"),
        ("hook for a hammock", "people_in_motion"),
        ("radiator cover", None),
        ("hook on the ceiling", "ceiling"),
        # a word from its beginning: an oar is no cupboard
        ("oar", "broom_holder"),
        ("sledge", None),
        ("", None),
        (" - ", None),
    ],
)
def test_a_thing_is_meant_by_its_key_or_by_words_of_one_of_its_names(said: str, key: str | None) -> None:
    found = meant(said, ROWS)
    assert (found and found.key) == key


@pytest.mark.parametrize(
    ("said", "key"),
    [
        ("Bike hook by the back door", "bicycle_hook"),
        # the longest name that stands there, whatever the order of the list
        ("Heated towel rail, left", "heated_towel_rail"),
        ("Mirrors in the hall", "mirror"),
        ("TV", "tv_on_plate"),
        ("Grab bar for Ann", "grab_rail"),
        ("Radiator shelf", "shelf"),
        ("Radiator cover", None),
        ("Bike lock hook", "hook"),
        ("Radiator pipe clip", "pipe_clip"),
        ("Hall, mirror", "mirror"),
        ("Mirror and shelf", "mirror"),
        ("Bracket for the television", "tv_on_plate"),
        # what is on the ceiling is not planned, whatever it is
        ("Smoke alarm on the ceiling", "ceiling"),
        ("Lamp under the ceiling", "wall_lamp"),
        # what it is goes before where it goes
        ("Hook by the washbasin", "hook"),
        ("Floating shelf over the desk", "floating_shelf"),
        ("TV on an arm", "tv_on_arm"),
        ("Above the mirror", "mirror"),
        # the longer name is what is meant: no hook alone holds a hammock
        ("Hammock hook", "people_in_motion"),
        ("Swing arm for the lamp", "arm"),
        # a name within a word, and half of a name, name nothing
        ("Bookmirrorless", None),
        ("Toilet paper", None),
        # what is a room or a part of something besides is meant where nothing else is said
        ("Toilet", "sanitary"),
        ("Doors", "joinery"),
        ("Gate by the shed", "gate"),
        # what slams is no wall, but what hangs beside it is on one
        ("Coat hook on the bathroom door", "door_leaf"),
        ("Coat hook by the door", "coat_hook"),
        ("Towel rail guest toilet", "towel_rail"),
        ("Mirror shower", "mirror"),
        ("Battery drill dock", None),
        ("Table tennis bats", None),
        ("Chart table", None),
        ("", None),
    ],
)
def test_a_title_names_a_thing_where_a_whole_name_stands_in_it(said: str, key: str | None) -> None:
    found = named_in(said, ROWS)
    assert (found and found.key) == key


def test_every_name_means_its_own_thing() -> None:
    rows: list[CommonThing | Beyond] = [*CATALOGUE.common_things, *CATALOGUE.beyond]
    for row in rows:
        for name in (row.label, *row.also):
            for found in (meant(name, ROWS), named_in(name, ROWS)):
                assert found is not None
                assert found.key == row.key, name


def test_a_slip_of_the_pen_is_met_with_what_is_called_nearly_so() -> None:
    assert near("curtin pole", ROWS)[0] == "curtain_pole"
    assert near("zzzz", ROWS) == ()


@pytest.mark.parametrize(
    ("said", "key"),
    [
        ("plasterboard", "board_on_studs"),
        ("drywall", "board_on_studs"),
        ("dot and dab", "board_on_dabs"),
        ("furring strips", "board_on_battens"),
        ("breeze block", "plastered_clinker_block"),
        ("concrete", "cast_concrete"),
        ("concrete block", "plastered_block"),
        ("brick", "fair_faced_brick"),
        ("plastered brick", "plastered_brick"),
        ("plaster brick", None),
        ("block", None),
        ("cheese", None),
    ],
)
def test_a_wall_is_meant_by_what_people_call_it_on_either_side_of_the_water(said: str, key: str | None) -> None:
    found = meant(said, CATALOGUE.build_ups)
    assert (found and found.key) == key
