"""Readings from CSV: forgiving of separators, units and case; every fault by its line."""

import pytest

from rockpin.core.base.errors import BadInput
from rockpin.core.base.quantities import UnitSystem
from rockpin.exchange.readings import read_readings

METRIC, IMPERIAL = UnitSystem.METRIC, UnitSystem.IMPERIAL


@pytest.mark.parametrize(
    "text",
    [
        "position,density,metal\n0,0.1,0\n25.4,0.5,0.2\n",
        "\ufeffPosition (mm);Density;Metal\r\n0;0,1;0\r\n25,4;0,5;0,2\r\n",
        "x_cm\tdensity %\tmetal %\n0\t10\t0\n2.54\t50\t20\n",
        "# my scanner\n\nmetal | x (in) | dense\n0.2 | 1 | 0.5\n0 | 0 | 0.1\n",
        'pos,density,iron,battery\n0 mm,0.1,,97\n"1""",0.5,0.2,96\n',
    ],
)
def test_the_same_readings_however_they_are_written(text: str) -> None:
    readings = read_readings(text, METRIC)
    assert [(one.x_mm, one.density) for one in readings] == [(0, 0.1), (25.4, 0.5)]
    assert readings[1].metal == 0.2
    assert readings[1].live == 0


def test_a_bare_position_takes_the_unit_of_the_site() -> None:
    assert [one.x_mm for one in read_readings("x,density\n0,0\n2,0\n", IMPERIAL)] == [0, 50.8]
    assert [one.x_mm for one in read_readings("x,density\n0,0\n2,0\n", METRIC)] == [0, 2]


def faults(text: str) -> list[str]:
    with pytest.raises(BadInput) as caught:
        read_readings(text, METRIC)
    return [f"{fault.path}: {fault.message}" for fault in caught.value.faults]


def test_faults_are_named_by_line_and_nothing_is_kept() -> None:
    assert faults("position,density\n0,0.1\nfar,0.2\n8,\n12,7\n0,0.3\n") == [
        "line 3: the position “far” is no number",
        "line 4: has no density",
        "line 5: the density 7 is out of scale; shares run from 0 to 1, or to 100 in a column with %",
        "line 6: the place 0 mm was read before; leave one of them",
    ]
    assert faults("depth,density\n1,2\n") == ["line 1: names no column position; its columns are depth, density"]
    assert faults("") == ["file: holds no line; give a head line with position and density, then the readings"]
    assert faults("x,density\n") == ["file: holds a head line but no reading"]
    many = faults("x,density\n" + "a,b\n" * 60)
    assert len(many) == 21
    assert many[-1] == "file: has 40 more faulty lines"
    assert faults("x,density\n" + "\n".join(f"{n},0" for n in range(4001)))[0].startswith("file: holds 4001 readings")
