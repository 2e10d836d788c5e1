"""The catalogue of fixings and the kit as CSV: out and in again the same, faults by line."""

import csv
import io
import re
from typing import get_args

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.document.kit import BitType, Kit, KitBit, KitItem, KitScrew
from rockpin.exchange.forms import Decimal
from rockpin.exchange.lists import read_fixings, read_kit, write_fixings, write_kit

CATALOGUE = load_catalogue()


def faults(text: str, *, kit: bool = False) -> dict[str, str]:
    with pytest.raises(BadInput) as raised:
        read_kit(text, CATALOGUE) if kit else read_fixings(text, CATALOGUE)
    return {fault.path: fault.message for fault in raised.value.faults}


@pytest.mark.parametrize("decimal", get_args(Decimal))
def test_all_fixings_go_out_and_come_in_unchanged(decimal: Decimal) -> None:
    text = write_fixings(CATALOGUE.fixings, decimal)
    assert len(text.splitlines()) == len(CATALOGUE.fixings) + 1
    # a spreadsheet takes a figure of the other habit for a word, or for a date
    assert bool(re.search(r"[,;]\d+\.\d+[,;]", text)) is (decimal == "point")
    # nothing differs from the shipped rows, so nothing is one's own
    assert read_fixings(text, CATALOGUE).rows == ()


def test_a_changed_row_and_a_new_one_are_ones_own_in_any_dialect() -> None:
    plug = CATALOGUE.fixing_by_key["nylon_plug_8"]
    mine = plug.model_copy(update={"key": "market_plug", "label": "Plug from the market"})
    for separator in (",", ";", "\t"):
        out = io.StringIO()
        csv.writer(out, delimiter=separator).writerows(csv.reader(io.StringIO(write_fixings([plug, mine]))))
        assert read_fixings("\ufeff" + out.getvalue(), CATALOGUE).rows == (mine,)


def test_faults_of_fixings_are_named_by_line_and_column() -> None:
    assert faults("key,label\nx,y\n")["line 1"] == "names no column method; its columns are key, label"
    head = (
        "method,key,label,says,hole_mm,plug_length_mm,screws,solid_tension_n,solid_shear_n,"
        "environments,minutes,removable,grips,stop"
    )
    good = "masonry,my_plug,My plug,Spreads.,8,40,wood_5_0,300,400,dry,2,yes,Firm.,Stop."
    assert read_fixings(f"{head}\n{good}\n", CATALOGUE).rows[0].label == "My plug"
    told = faults(
        "\n".join(
            [
                head,
                good,
                good,
                good.replace("my_plug", "b").replace(",8,40,", ",-8,40,"),
                good.replace("my_plug", "c").replace("wood_5_0", "wood_9_9"),
                good.replace("my_plug", "d").replace("masonry", "magic"),
            ]
        )
    )
    assert told["line 3, key"] == "“my_plug” stands twice; give each its own"
    assert told["line 4, hole_mm"] == "is -8 mm; give more than 0 mm"
    assert told["line 5, screw"] == "“wood_9_9” is no screw here; see the list of screws"
    assert "line 6, method" in told
    # a field is named by the column that it is read from, and a wrong cell by what may stand there
    bare = faults("method,key,label,grip_min_mm,removable,environments\nmasonry,my plug,P,3,perhaps,moist\n")
    assert bare["line 2, key"].startswith("is “my plug”; take letters, figures, - and _, no space")
    assert bare["line 2, removable"] == "is “perhaps”; give yes or no"
    assert bare["line 2, environments"] == "is “moist”; give 'dry', 'wet' or 'outdoor'"
    assert bare["line 2, grip_min_mm"] == "is no column of the method masonry; leave the cell empty"
    (rated,) = [column for column, says in bare.items() if "solid_tension_n" in column]
    assert bare[rated] == "is missing"
    assert faults(head + "\n")["file"] == "holds a head line but no fixing"


kits = st.builds(
    Kit,
    fixings=st.lists(st.sampled_from([row.key for row in CATALOGUE.fixings]), max_size=4, unique=True).map(
        lambda keys: tuple(KitItem(key=key, count=len(key), price=1.25 if len(key) % 2 else None) for key in keys)
    ),
    screws=st.lists(st.sampled_from([row.key for row in CATALOGUE.screws]), max_size=4, unique=True).map(
        lambda keys: tuple(KitScrew(key=key, length_mm=50, count=3) for key in keys)
    ),
    bits_mm=st.lists(st.sampled_from([4.0, 5.5, 6.35, 8.0]), max_size=4, unique=True).map(tuple),
    bits=st.lists(st.builds(KitBit, kind=st.sampled_from(BitType), diameter_mm=st.just(5.5)), unique=True).map(tuple),
    tools=st.lists(st.sampled_from(list(CATALOGUE.tool_by_key)), max_size=3, unique=True).map(tuple),
)


@given(kits, st.sampled_from(get_args(Decimal)))
def test_a_kit_goes_out_and_comes_in_the_same(kit: Kit, decimal: Decimal) -> None:
    assert read_kit(write_kit(kit, decimal), CATALOGUE) == kit


def test_a_table_writes_figures_as_its_spreadsheet_reads_them() -> None:
    kit = Kit(fixings=(KitItem(key="nylon_plug_8", count=24, price=0.12),), bits_mm=(6.5,))
    assert write_kit(kit, "comma").splitlines()[1:] == ["fixing;nylon_plug_8;;24;0,12;", "bit;6,5;;1;;"]
    assert write_kit(kit, "point").splitlines()[1:] == ["fixing,nylon_plug_8,,24,0.12,", "bit,6.5,,1,,"]


def test_faults_of_a_kit_are_named_by_line() -> None:
    told = faults(
        "what,key,length_mm,count\nfixing,ghost,,2\nbit,wide,,1\nscrew,wood_5_0,,3\nspoon,x,,1\nfixing,nylon_plug_8,,-2\n",
        kit=True,
    )
    assert told["line 2, key"] == "“ghost” is no fixing of the catalogue"
    assert told["line 3"] == told["line 4"] == "a count, length, price or bit here is no number"
    assert told["line 5, what"] == "is “spoon”; it must be fixing, screw, bit or tool"
    assert re.fullmatch(r"is -\d+; give 0 or more", told["line 6, count"])
    unkind = "what,key,kind\nbit,8,Masonry\nbit,6,\nbit,6,clay\n"
    assert faults(unkind, kit=True)["line 4, kind"] == (
        "is “clay”; it must be wood or twist or masonry or tile, or empty: not told"
    )
    told_apart = read_kit(unkind.rsplit("bit,6,clay")[0], CATALOGUE)
    assert (told_apart.bits_mm, told_apart.bits) == ((6.0,), (KitBit(kind=BitType.MASONRY, diameter_mm=8),))
    twice = "what,key,count\nfixing,nylon_plug_8,1\nfixing,nylon_plug_8,2\n"
    assert faults(twice, kit=True)["file"] == "fixings: nylon_plug_8 stands twice; add the counts up"
