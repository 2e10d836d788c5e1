"""What the shop sells, as the van's lists offer it: under heads, by size, each size as it is written on the packet."""

from collections.abc import Iterable

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_bit, show_length
from rockpin.core.capacity import method_of
from rockpin.core.document.fixings import FixingBase, MasonryPlug, Screw, ScrewKind
from rockpin.core.tables.catalogue import Catalogue

_FIXING_GROUPS = {
    "board": "In board and panels",
    "hanger": "Hooks that are pushed into board",
    "masonry": "In brick, block and stone",
    "concrete": "In concrete",
    "wood": "In wood",
    "lining": "In a lining",
    "insulation": "In insulation outside",
    "steel": "In steel studs",
    "clamp": "Round a post",
    "post_bolt": "Through a post",
}
_SCREW_GROUPS = {
    ScrewKind.WOOD: "Wood screws",
    ScrewKind.COACH: "Coach screws",
    ScrewKind.MACHINE: "Machine screws",
    ScrewKind.TAPPING: "Self-tapping screws for steel",
    ScrewKind.MASONRY: "Masonry screws",
    ScrewKind.ROD: "Threaded rods",
    ScrewKind.PIN: "Pins",
}
_FRAME_PLUGS = "Frame plugs with their screws"


class FixingLine(Model):
    """A fixing under the head that it is looked for by. ``by_screw``: it is bought and counted by its screw's size."""

    key: str
    label: str
    group: str
    says: str
    source: str
    by_screw: bool


class ShopSize(Model):
    """A size [mm] as the shop writes it."""

    mm: float
    text: str


class BitLine(Model):
    """A series of bits, each with its size as the shop writes it."""

    key: str
    label: str
    sizes: tuple[ShopSize, ...]


class ScrewLine(Model):
    """A screw by diameter, under the head that it is looked for by, with the lengths that it is sold in."""

    key: str
    label: str
    group: str
    lengths: tuple[ShopSize, ...]


def _in_inches(row: FixingBase | Screw) -> bool:
    """Whether its sizes are those of the inch; what is sold by both is metric unless its row says otherwise."""
    return getattr(row, "made_to", None) is UnitSystem.IMPERIAL or UnitSystem.METRIC not in row.systems


def _by_group(group: str, row: FixingBase | Screw) -> str:
    return f"{group}, inch sizes" if _in_inches(row) else group


def _frame_screws(catalogue: Catalogue) -> frozenset[str]:
    """The screws that are sold in a frame plug."""
    rows = (row for row in catalogue.fixings if isinstance(row, MasonryPlug) and row.kind == "frame_plug")
    return frozenset(key for row in rows for key in row.screw_keys)


def _screw_group(row: Screw, in_frame_plugs: bool) -> str:
    group = _FRAME_PLUGS if in_frame_plugs else _SCREW_GROUPS[row.kind]
    return _by_group(f"{group}, stainless or coated" if row.stainless else group, row)


def _lengths(row: Screw) -> Iterable[ShopSize]:
    for mm in row.lengths_mm:
        yield ShopSize(mm=mm, text=show_length(mm, UnitSystem.IMPERIAL) if _in_inches(row) else f"{mm:g} mm")


def fixing_lines(catalogue: Catalogue) -> tuple[FixingLine, ...]:
    """Every fixing of the catalogue, those of a head beside one another."""
    heads = list(_FIXING_GROUPS)
    rows = sorted(
        catalogue.fixings,
        key=lambda row: (heads.index(row.method) if row.method in heads else len(heads), _in_inches(row)),
    )
    return tuple(
        FixingLine(
            key=row.key,
            label=row.label,
            group=_by_group(_FIXING_GROUPS.get(row.method, "Others"), row),
            says=row.says,
            source=row.source,
            by_screw=method_of(row).is_bought_by_its_screw(row),
        )
        for row in rows
    )


def screw_lines(catalogue: Catalogue) -> tuple[ScrewLine, ...]:
    """Every screw of the catalogue by kind and diameter, metric before inch."""
    kinds, plain = list(_SCREW_GROUPS), _frame_screws(catalogue)
    frame = {row.key for row in catalogue.screws if plain & {row.key, row.instead_of}}
    rows = sorted(
        catalogue.screws,
        key=lambda row: (_in_inches(row), kinds.index(row.kind), row.key in frame, row.stainless, row.diameter_mm),
    )
    return tuple(
        ScrewLine(
            key=row.key,
            label=row.label,
            group=_screw_group(row, row.key in frame),
            lengths=tuple(_lengths(row)),
        )
        for row in rows
    )


def bit_lines(catalogue: Catalogue) -> tuple[BitLine, ...]:
    """Every series of bits."""
    return tuple(
        BitLine(
            key=row.key,
            label=row.label,
            sizes=tuple(ShopSize(mm=mm, text=show_bit(mm, row.system).removesuffix(" mm")) for mm in row.sizes_mm),
        )
        for row in catalogue.bits
    )
