"""Simulated people who check a simulated wall.

A check is answered from what the wall physically is (mass of the skin, hollowness, iron in it) and from how skilled and
lucky its observer is. The figures are this module's own and owe nothing to the tables of likelihoods.
"""

from math import exp

from rockpin.core.document.evidence import CameOut, Drilled, Ended, Evidence, Filling, Probe, ProbeInterval
from rockpin.devices.simulated_walls import HOLLOW, STUFF, Rng, SimulatedWall, Trade, draw_wall, pick


def _knock(rng: Rng, wall: SimulatedWall) -> str:
    if wall.tiled and rng.random() < 0.3:
        return pick(rng, {"hard_everywhere": 0.55, "drummy_patches": 0.25, "dull_everywhere": 0.2})
    if wall.battened:
        if wall.holding == "lath_and_plaster":
            return pick(rng, {"hollow": 0.2, "hollow_dull_lines": 0.3, "dull_everywhere": 0.33, "drummy_patches": 0.17})
        lines = 0.25 + 0.35 * wall.skill
        return pick(rng, {"hollow_dull_lines": lines, "hollow": 0.26, "drummy_patches": 0.13, "dull_everywhere": 0.12})
    if wall.foamed:
        return pick(rng, {"dull_everywhere": 0.52, "hollow": 0.22, "drummy_patches": 0.2, "hollow_dull_lines": 0.06})
    if wall.dabbed:
        return pick(
            rng,
            {
                "drummy_patches": 0.66,
                "dull_everywhere": 0.11,
                "hollow": 0.1,
                "hard_everywhere": 0.08,
                "hollow_dull_lines": 0.05,
            },
        )
    if wall.framed:
        drum = exp(-wall.skin_mass / 32) + rng.normal(0, 0.13)
        drum -= 0.12 if wall.filling is not Filling.EMPTY else 0.0
        drum -= 0.25 if wall.holding == "timber_lining" else 0.0
        if drum < 0.36:
            return "drummy_patches" if wall.holding == "lath_and_plaster" and rng.random() < 0.25 else "dull_everywhere"
        slight = 0.4 if wall.holding == "thin_panel" else 1.0
        return "hollow_dull_lines" if rng.random() < slight * (0.3 + 0.5 * wall.skill) else "hollow"
    if wall.loose and rng.random() < 0.75:
        return "drummy_patches"
    bare = wall.layers[0][0] not in ("plaster", "skim")
    ring = {"aerated_block": 0.3, "hollow_block": 0.58, "clinker_block": 0.38, "clay_block": 0.55}.get(
        wall.holding, 0.68
    ) + (0.22 if bare else 0.0)
    if wall.holding == "hollow_block" and rng.random() < 0.06:
        return "hollow"
    return "hard_everywhere" if rng.random() < ring else "dull_everywhere"


def _magnet(rng: Rng, wall: SimulatedWall) -> str:
    if wall.tiled and rng.random() < 0.5:
        return "nothing"
    if wall.make == "board_on_steel_studs":
        return pick(rng, {"continuous_lines": 0.4 + 0.4 * wall.skill, "screw_rows": 0.3, "nothing": 0.04})
    if wall.holding == "lath_and_plaster":
        return pick(rng, {"scattered_nails": 0.6, "screw_rows": 0.18, "nothing": 0.15, "grid": 0.07})
    if wall.holding == "thin_panel":
        return pick(rng, {"nothing": 0.5, "scattered_nails": 0.25, "screw_rows": 0.2, "continuous_lines": 0.05})
    if wall.holding == "timber_lining":
        return pick(rng, {"scattered_nails": 0.45, "screw_rows": 0.33, "nothing": 0.22})
    if wall.battened:
        return pick(rng, {"screw_rows": 0.45 + 0.3 * wall.skill, "scattered_nails": 0.2, "nothing": 0.15})
    if wall.foamed:
        return pick(rng, {"nothing": 0.8, "scattered_nails": 0.16, "screw_rows": 0.04})
    if wall.make == "gypsum_lath_and_plaster":
        return pick(rng, {"scattered_nails": 0.55, "screw_rows": 0.22, "nothing": 0.18, "grid": 0.05})
    if wall.framed:
        deep = 0.1 if wall.make == "two_boards_on_studs" else 0.0
        seen = 0.55 + 0.4 * wall.skill - deep
        if rng.random() > seen:
            return "nothing"
        return "screw_rows" if rng.random() < (0.93 if wall.screwed else 0.78) else "scattered_nails"
    if wall.steel_mesh:
        return pick(rng, {"grid": 0.65, "continuous_lines": 0.12, "nothing": 0.23})
    if wall.dabbed and rng.random() < 0.12:
        return "scattered_nails"
    return "scattered_nails" if rng.random() < 0.08 else "nothing"


def _density(rng: Rng, wall: SimulatedWall) -> str:
    if rng.random() < 0.04 + (0.1 if not wall.framed else 0.0):
        return "no_calibration"
    if wall.tiled and rng.random() < 0.5:
        return pick(rng, {"dense_everywhere": 0.45, "confused": 0.45, "edges_at_pitch": 0.1})
    if wall.battened and wall.holding != "lath_and_plaster":
        return pick(rng, {"edges_at_pitch": 0.52, "confused": 0.28, "dense_everywhere": 0.2})
    if wall.battened:
        return pick(rng, {"edges_at_pitch": 0.16, "confused": 0.58, "dense_everywhere": 0.26})
    if wall.dabbed or wall.foamed:
        return pick(rng, {"confused": 0.53, "dense_everywhere": 0.38, "edges_at_pitch": 0.09})
    if wall.framed:
        clear = 0.97 - 0.011 * wall.skin_mass - (0.45 if wall.holding == "lath_and_plaster" else 0.0)
        if rng.random() < clear:
            return "edges_at_pitch"
        return "confused" if rng.random() < 0.65 else "dense_everywhere"
    uneven = {"stone": 0.3, "hollow_block": 0.38, "clay_block": 0.34, "clinker_block": 0.3, "concrete": 0.1}.get(
        wall.holding, 0.23
    )
    return "confused" if rng.random() < uneven else "dense_everywhere"


def _joints(rng: Rng, wall: SimulatedWall) -> str:
    if wall.tiled:
        return "none"
    bare = wall.layers[0][0] in ("brick", "stone")
    showing = {
        "brick": ("brick_courses", 0.96 if bare else 0.06),
        "cored_brick": ("brick_courses", 0.05),
        "dense_block": ("block_courses", 0.02 if wall.dabbed else 0.12),
        "hollow_block": ("block_courses", 0.12),
        "aerated_block": ("block_courses", 0.08),
        "clinker_block": ("block_courses", 0.07),
        "clay_block": ("brick_courses", 0.05),
        "stone": ("stone_joints", 0.97 if bare else 0.4),
        "thin_panel": ("board_joints", 0.58),
        "timber_lining": ("board_joints", 0.72),
        "fibre_cement_board": ("board_joints", 0.42),
        "gypsum_board": ("board_joints", 0.25 if wall.dabbed else 0.36),
        "lath_and_plaster": ("board_joints", 0.01),
        "concrete": ("board_joints", 0.06 if wall.layers[0][0] == "concrete" else 0.01),
    }
    name, share = showing[wall.holding]
    return name if rng.random() < share else "none"


def _edge(rng: Rng, wall: SimulatedWall) -> str:
    names = {
        "gypsum_board": "board_edge",
        "fibre_cement_board": "board_edge",
        "lath_and_plaster": "lath",
        "thin_panel": "panel",
        "timber_lining": "solid_wood",
        "brick": "brick",
        "cored_brick": "brick",
        "dense_block": "block",
        "hollow_block": "block",
        "aerated_block": "block",
        "clinker_block": "block",
        "clay_block": "brick" if rng.random() < 0.66 else "block",
        "stone": "stone",
        "concrete": "concrete",
    }
    if wall.make == "gypsum_lath_and_plaster":
        return "board_edge" if rng.random() < 0.84 else "lath"
    if wall.dabbed and rng.random() < 0.13:
        return "brick" if wall.layers[-1][0] == "brick" else "block"
    wrong = {
        "fibre_cement_board": ("panel", 0.18),
        "timber_lining": ("panel", 0.1),
        "dense_block": ("concrete", 0.07),
        "hollow_block": ("concrete", 0.05),
        "concrete": ("block", 0.06),
        "stone": ("brick", 0.04),
        "thin_panel": ("solid_wood", 0.08),
    }.get(wall.holding)
    if wrong and rng.random() < wrong[1]:
        return wrong[0]
    return names[wall.holding]


def _press(rng: Rng, wall: SimulatedWall) -> str:
    if wall.tiled:
        return "gives" if rng.random() < 0.02 else "firm"
    if wall.dabbed or wall.foamed or wall.battened:
        return "gives" if rng.random() < 0.14 else "firm"
    if not wall.framed:
        return "gives" if wall.loose and rng.random() < 0.1 else "firm"
    soft = 0.95 * exp(-wall.skin_mass / 9) if wall.holding != "lath_and_plaster" else 0.24
    soft *= 0.65 if wall.filling is Filling.RIGID_FOAM else 1.0
    return "gives" if rng.random() < soft else "firm"


def _pin(rng: Rng, wall: SimulatedWall) -> str:
    if wall.tiled:
        return "stops_hard_at_once"
    first = wall.layers[0][0]
    if first in ("brick", "concrete", "fibre_cement_board"):
        return "stops_hard_at_once" if rng.random() < 0.93 else "stops_behind_soft_skin"
    if first == "timber_lining":
        return pick(rng, {"through_wood": 0.42, "goes_in_slowly": 0.38, "stops_hard_at_once": 0.2})
    if wall.battened and first != "lath_and_plaster":
        return pick(rng, {"through_free": 0.62, "stops_behind_soft_skin": 0.22, "through_wood": 0.16})
    if wall.battened:
        return pick(
            rng, {"through_wood": 0.3, "through_free": 0.38, "stops_behind_soft_skin": 0.2, "goes_in_slowly": 0.12}
        )
    if wall.foamed:
        return pick(rng, {"goes_in_slowly": 0.6, "through_free": 0.22, "stops_behind_soft_skin": 0.18})
    if wall.dabbed:
        return pick(rng, {"stops_behind_soft_skin": 0.55, "through_free": 0.38, "goes_in_slowly": 0.07})
    if wall.framed:
        if wall.holding == "lath_and_plaster" and rng.random() < 0.55:
            return pick(rng, {"through_wood": 0.5, "stops_behind_soft_skin": 0.3, "goes_in_slowly": 0.2})
        if rng.random() < 0.1:
            return "stops_behind_soft_skin" if wall.make == "board_on_steel_studs" else "through_wood"
        if wall.filling is Filling.RIGID_FOAM and rng.random() < 0.5:
            return "goes_in_slowly"
        return "through_free"
    if wall.holding == "clinker_block":
        return pick(rng, {"goes_in_slowly": 0.3, "stops_behind_soft_skin": 0.46, "stops_hard_at_once": 0.24})
    if wall.holding == "aerated_block":
        return pick(rng, {"goes_in_slowly": 0.55, "stops_behind_soft_skin": 0.3, "stops_hard_at_once": 0.15})
    blunt = 0.75 if first == "skim" else 0.36
    return "stops_hard_at_once" if rng.random() < blunt else "stops_behind_soft_skin"


def _dust(rng: Rng, name: str) -> CameOut:
    kinds = STUFF[name].dust
    return kinds[int(rng.choice(len(kinds), p=[share for _, share in kinds]))][0]


def _drilled(rng: Rng, name: str) -> Drilled:
    grades = [Drilled.EASILY, Drilled.STEADILY, Drilled.HARDLY]
    step = int(rng.choice([-1, 0, 1], p=[0.15, 0.7, 0.15]))
    place = min(2, max(0, grades.index(STUFF[name].drills) + step))
    return Drilled.UNSAID if rng.random() < 0.2 else grades[place]


def _probe(rng: Rng, wall: SimulatedWall, depth_mm: float = 40.0) -> Probe:
    """What a 4 mm bit brings out, stretch by stretch, until it falls into a void, holds, or the depth is reached."""
    found: list[ProbeInterval] = []
    at, hasty = 0.0, wall.trade is Trade.HASTY
    layers = [("tile", 11.0), *wall.layers] if wall.tiled else list(wall.layers)

    def told(value: float) -> float:
        return round(max(0.5, value + rng.normal(0, 1.4 if hasty else 0.8)), 1)

    for name, thickness in layers:
        if name in HOLLOW:
            meets = rng.random() < {"void": 0.1, "batten_gap": 0.12, "foam": 0.0}.get(name, 0.3)
            if not meets:
                measured = round(max(1.0, thickness + rng.normal(0, 2.0)), 1) if rng.random() < 0.8 else None
                fills = wall.filling or Filling.EMPTY
                said = fills if rng.random() < 0.85 else Filling.UNKNOWN
                return Probe(intervals=tuple(found), ended=Ended.VOID, void_depth_mm=measured, void_filling=said)
            if name == "batten_gap":
                name = "batten"
            else:
                name = "dab" if name == "gap" else "flange" if wall.make == "board_on_steel_studs" else "stud"
            if name == "flange" and rng.random() < 0.5:
                return Probe(intervals=tuple(found), ended=Ended.STOP)
        start = found[-1].to_mm if found else 0.0
        at += thickness
        end = at if at < depth_mm else depth_mm
        if name in ("cored_brick", "hollow_block", "clay_block") and rng.random() < 0.3:
            core = start + float(rng.uniform(15, 30))
            found.append(
                ProbeInterval(
                    from_mm=start, to_mm=round(core, 1), came_out=_dust(rng, name), drilled=_drilled(rng, name)
                )
            )
            return Probe(intervals=tuple(found), ended=Ended.VOID)
        came = CameOut.CERAMIC if name == "tile" else _dust(rng, name)
        how = Drilled.HARDLY if name == "tile" else _drilled(rng, name)
        same = found and found[-1].came_out is came and rng.random() < 0.7
        to = max(told(end), start + 0.5)
        if same:
            found[-1] = found[-1].model_copy(update={"to_mm": to})
        else:
            found.append(ProbeInterval(from_mm=start, to_mm=to, came_out=came, drilled=how))
        if at >= depth_mm:
            break
    return Probe(intervals=tuple(found), ended=Ended.SOLID)


_CHECKS = {
    "knock": _knock,
    "magnet": _magnet,
    "density": _density,
    "joints": _joints,
    "edge": _edge,
    "press": _press,
    "pin": _pin,
}
_SLIP = {Trade.CAREFUL: 0.02, Trade.HASTY: 0.05}


def observe(rng: Rng, wall: SimulatedWall, check: str, number: int = 0) -> Evidence:
    """The check done at the wall by its observer, who writes a wrong word down now and then."""
    key = f"{check}-{number}"
    if check == "thickness":
        total = sum(thickness for _, thickness in wall.layers) + (11 if wall.tiled else 0) + wall.rest_mm
        # the tape is held askew
        error = rng.normal(0, 8 if wall.trade is Trade.HASTY else 4)
        return Evidence(id=key, check=check, value_mm=round(max(5.0, total + error)))
    if check == "probe":
        return Evidence(id=key, check=check, probe=_probe(rng, wall))
    outcome = _CHECKS[check](rng, wall)
    if rng.random() < _SLIP[wall.trade]:
        # the wrong word is one that another wall would have given
        outcome = _CHECKS[check](rng, draw_wall(rng, region=wall.region))
    return Evidence(id=key, check=check, outcome=outcome)
