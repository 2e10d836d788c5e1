"""The shapes of the catalogue: every number that a person could dispute is a row here, with its source.

The catalogue package fills these from its data files; the core only reads them.
"""

from collections.abc import Sequence
from enum import StrEnum
from functools import cached_property
from typing import NamedTuple, Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Model, Name
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.base.row import Row
from rockpin.core.document.fixings import AnyFixing, Fixing, Screw
from rockpin.core.document.job import Region, Wish
from rockpin.core.document.wall import Backing, HowKnown, UnitSolidity
from rockpin.core.tables.figures import CapacityFigures, DemandFigures, Figures, HiddenFigures
from rockpin.core.tables.fittings import FittingTables
from rockpin.core.tables.handbook import OwnedSet, TradeWord
from rockpin.core.tables.hands import Acts, Allowance, Hand
from rockpin.core.tables.identification import BeliefTables, BuildUp, Check
from rockpin.core.tables.outcomes import Outcome
from rockpin.core.tables.posts import PostTables
from rockpin.core.tables.remedies import RemedyTable
from rockpin.core.tables.services import FeedHabit, PointKind, Run, ServiceKind, ZoneSchool
from rockpin.core.tables.shapes import CommonThing, Shape
from rockpin.core.tables.starts import StartTable
from rockpin.core.tables.waits import WaitRow


class Role(StrEnum):
    """What a layer does for a fixing."""

    SKIN = "skin"
    BOARD = "board"
    CAVITY = "cavity"
    FRAME = "frame"
    MASONRY = "masonry"
    CONCRETE = "concrete"
    POST = "post"


class BoardKind(StrEnum):
    """How a board over a void takes an anchor."""

    GYPSUM = "gypsum"
    FIBRE_CEMENT = "fibre_cement"
    LATH = "lath"
    PANEL = "panel"
    LINING = "lining"


class BitType(StrEnum):
    WOOD = "wood"
    TWIST = "twist"
    MASONRY = "masonry"
    TILE = "tile"


class Hammer(StrEnum):
    """Whether hammer action may be used in a layer."""

    NEVER = "never"
    ONCE_SEATED = "once_seated"


class Material(Row):
    """What a layer is made of: how it is drawn, drilled, and leaned on."""

    label_us: Name | None = None
    role: Role
    hatch: str
    bearing_mpa: float = Field(gt=0)
    skin_bears_mpa: float = Field(default=0.0, ge=0, description="beside a screw that it holds tight")
    unit_length_mm: float = Field(default=215, gt=0, description="of a unit where its joints are hidden")
    unit_height_mm: float = Field(default=65, gt=0)
    plug_share: float = Field(default=1.0, gt=0, le=1, description="of a plug's value in such a unit")
    bit: BitType
    bit_wander_mm: float = Field(gt=0, description="off its mark, one standard deviation")
    hammer: Hammer
    goes_plain: bool = Field(default=False, description="can be drilled on without hammer, near its back")
    speed: Name
    silica_dust: bool
    board_kind: BoardKind | None = None
    solidity: UnitSolidity | None = None
    usual_mm: tuple[float, ...] = ()


class MasonryUnit(Row):
    """A brick or block format."""

    unit_length_mm: float
    unit_height_mm: float
    joint_mm: float
    solidity: UnitSolidity


class Species(Row):
    specific_gravity: float = Field(gt=0.2, lt=1)


class Duty(Row):
    """How a fixture is used: its factor on the live part, whether the pull comes and goes, whether it swings."""

    says: str
    factor: float = Field(ge=1)
    whole_mass: bool = Field(description="the factor takes the fixture's own mass as well as its contents")
    repeated: bool = Field(description="pulled again and again: it loosens what is plastic")
    moves: bool = Field(default=False, description="swings or is shaken: it loosens metal in board too")
    sideways_g: float = Field(default=0, ge=0)
    body_support: bool = False


class BitSeries(Row):
    """The diameters that bits are sold in."""

    system: UnitSystem
    sizes_mm: tuple[float, ...]


class MarkingWay(Row):
    """A way to bring marks to the wall, with its errors of one standard deviation.

    ``base_mm`` and ``per_m_mm``: of each mark on each axis, and more for each metre from the first.
    ``level_per_m_mm``: of the one slope that all marks share.
    """

    base_mm: float = Field(ge=0)
    per_m_mm: float = Field(ge=0)
    level_per_m_mm: float = Field(ge=0)
    says: str


class Tool(Row):
    """A tool that a fixing may need."""


class CapacityTables(NamedTuple):
    """What is needed to say what a fixing can take: screws and kinds of wood by their keys, and single figures."""

    screws: dict[str, Screw]
    species: dict[str, Species]
    figures: CapacityFigures
    weatherproof: dict[str, Screw]

    def fit(self, key: str, dry: bool) -> Screw | None:
        """The screw of that key, or in places that are not dry the stainless or coated one of its size."""
        screw = self.screws[key]
        return screw if dry or screw.stainless else self.weatherproof.get(key)


class DemandTables(NamedTuple):
    """What is needed to say what pulls on a fixture: uses, hands and ways of acting by their keys, single figures."""

    duties: dict[str, Duty]
    hands: dict[str, Hand]
    allowances: dict[Acts, Allowance]
    figures: DemandFigures


class HiddenTables(NamedTuple):
    """What is needed to say what a wall hides: points, services, habits and rule schools, and single figures."""

    points: dict[str, PointKind]
    services: dict[str, ServiceKind]
    ways: dict[str, FeedHabit]
    runs: tuple[Run, ...]
    schools: tuple[ZoneSchool, ...]
    backs: dict[Backing, float]
    figures: HiddenFigures
    setout_error_mm: float

    def school_of(self, region: Region, chosen: str | None = None) -> ZoneSchool:
        """The rule school that was chosen for a wall, or else that of its region."""
        return next(row for row in self.schools if (row.key == chosen if chosen else region in row.regions))


YOUR_VALUES = " (your values)"
"""What stands behind the name of a fixing of the shipped catalogue whose values the user has changed."""


class Catalogue(Model):
    """All tables together. Keys are unique within a table; references between tables hold."""

    materials: tuple[Material, ...]
    build_ups: tuple[BuildUp, ...]
    units: tuple[MasonryUnit, ...]
    species: tuple[Species, ...]
    member_sigma_mm: dict[HowKnown, float]
    points: tuple[PointKind, ...]
    service_kinds: tuple[ServiceKind, ...]
    ways: tuple[FeedHabit, ...]
    runs: tuple[Run, ...]
    schools: tuple[ZoneSchool, ...]
    backs: dict[Backing, float] = Field(description="times the background of pipes by what is behind")
    back_words: dict[Backing, str]
    duties: tuple[Duty, ...]
    hands: tuple[Hand, ...]
    allowances: tuple[Allowance, ...]
    screws: tuple[Screw, ...]
    fixings: tuple[Fixing, ...]
    bits: tuple[BitSeries, ...]
    outcomes: tuple[Outcome, ...]
    waits: tuple[WaitRow, ...]
    shapes: tuple[Shape, ...]
    common_things: tuple[CommonThing, ...]
    tools: tuple[Tool, ...]
    sets: tuple[OwnedSet, ...]
    trade_words: tuple[TradeWord, ...]
    markings: tuple[MarkingWay, ...]
    wishes: dict[Wish, str]
    starts: StartTable
    remedies: RemedyTable
    fittings: FittingTables
    posts: PostTables
    figures: Figures
    figure_sources: dict[str, str]
    belief: BeliefTables

    @model_validator(mode="after")
    def _references_hold(self) -> Self:
        for name in (
            "materials",
            "build_ups",
            "units",
            "species",
            "points",
            "service_kinds",
            "ways",
            "schools",
            "duties",
            "hands",
            "allowances",
            "screws",
            "fixings",
            "markings",
        ):
            keys = [row.key for row in getattr(self, name)]
            if len(keys) != len(set(keys)):
                raise ValueError(f"{name}: the key {max(keys, key=keys.count)} stands twice")
        for build_up in self.build_ups:
            for layer in build_up.layers:
                if layer.material not in self.material_by_key:
                    raise ValueError(f"build_ups: {build_up.key} names the unknown material {layer.material}")
        kinds = {row.key for row in self.service_kinds}
        ways = {row.key for row in self.ways}
        for name, kind in [(row.key, row.kind) for row in self.ways] + [(row.key, row.kind) for row in self.runs]:
            if kind not in kinds:
                raise ValueError(f"ways, runs: {name} names the unknown service {kind}")
        for point in self.points:
            if unknown := set(point.ways) - ways:
                raise ValueError(f"points: {point.key} names the unknown way {min(unknown)}")
        for region in Region:
            if sum(region in school.regions for school in self.schools) != 1:
                raise ValueError(f"schools: {region} wants one school")
            if self.starts.brick.get(region) not in {row.key for row in self.units}:
                raise ValueError(f"starts: {region} wants a brick of the units")
        for row in self.belief.dust:
            if row.material not in self.material_by_key:
                raise ValueError(f"dust: unknown material {row.material}")
        for fixing in self.fixings:
            for screw in fixing.screw_keys:
                if screw not in self.screw_by_key:
                    raise ValueError(f"fixings: {fixing.key} names the unknown screw {screw}")
            if unknown := set(fixing.tools) - self.tool_by_key.keys():
                raise ValueError(f"fixings: {fixing.key} names the unknown tool {min(unknown)}")
        for twin in self.screws:
            if twin.instead_of and twin.instead_of not in self.screw_by_key:
                raise ValueError(f"screws: {twin.key} stands for the unknown screw {twin.instead_of}")
        for shape in self.shapes:
            if shape.duty not in self.duty_by_key:
                raise ValueError(f"shapes: {shape.key} names the unknown use {shape.duty}")
            if shape.hand not in {row.key for row in self.hands}:
                raise ValueError(f"shapes: {shape.key} names the unknown hand {shape.hand}")
        self._things_hold()
        if missing := set(Acts) - {row.key for row in self.allowances}:
            raise ValueError(f"allowances: {min(missing)} wants a row")
        return self

    def _things_hold(self) -> None:
        """What people put up is made from a shape that there is, within its limits, and called otherwise."""
        shapes = {row.key: {one.key: one for one in row.measures} for row in self.shapes}
        keys = [*shapes, *(row.key for row in self.common_things)]
        if twice := {key for key in keys if keys.count(key) > 1}:
            raise ValueError(f"common_things: the key {min(twice)} stands twice, or is a shape's")
        for thing in self.common_things:
            if thing.shape not in shapes:
                raise ValueError(f"common_things: {thing.key} names the unknown shape {thing.shape}")
            if thing.hand not in {None, *(row.key for row in self.hands)}:
                raise ValueError(f"common_things: {thing.key} names the unknown hand {thing.hand}")
            for key, value in thing.measures.items():
                one = shapes[thing.shape].get(key)
                if one is None or not one.least <= value <= one.most:
                    raise ValueError(f"common_things: {thing.key} cannot have a {key} of {value:g}")

    @cached_property
    def material_by_key(self) -> dict[str, Material]:
        return {row.key: row for row in self.materials}

    @cached_property
    def build_up_by_key(self) -> dict[str, BuildUp]:
        return {row.key: row for row in self.build_ups}

    @cached_property
    def hypotheses(self) -> tuple[BuildUp, ...]:
        """The build-ups that checks decide between, in the order of their table."""
        return tuple(row for row in self.build_ups if row.prior)

    @cached_property
    def check_by_key(self) -> dict[str, Check]:
        return {row.key: row for row in self.belief.checks}

    @cached_property
    def screw_by_key(self) -> dict[str, Screw]:
        return {row.key: row for row in self.screws}

    @cached_property
    def capacity(self) -> CapacityTables:
        twins = {row.instead_of: row for row in self.screws if row.instead_of}
        return CapacityTables(self.screw_by_key, self.species_by_key, self.figures.capacity, twins)

    @cached_property
    def demand(self) -> DemandTables:
        return DemandTables(
            self.duty_by_key, {row.key: row for row in self.hands}, self.allowance_by_key, self.figures.demand
        )

    @cached_property
    def allowance_by_key(self) -> dict[Acts, Allowance]:
        return {row.key: row for row in self.allowances}

    def next_heavier(self, hand: str) -> Hand | None:
        """The hand after this one in the order of their table; None after the last."""
        keys = [row.key for row in self.hands]
        after = keys.index(hand) + 1
        return self.hands[after] if after < len(keys) else None

    @cached_property
    def hidden(self) -> HiddenTables:
        return HiddenTables(
            points=self.point_by_key,
            services=self.service_by_key,
            ways=self.way_by_key,
            runs=self.runs,
            schools=self.schools,
            backs=self.backs,
            figures=self.figures.hidden,
            setout_error_mm=self.figures.framing.setout_error_mm,
        )

    @cached_property
    def fixing_by_key(self) -> dict[str, AnyFixing]:
        return {row.key: row for row in self.fixings}

    @cached_property
    def point_by_key(self) -> dict[str, PointKind]:
        return {row.key: row for row in self.points}

    @cached_property
    def service_by_key(self) -> dict[str, ServiceKind]:
        return {row.key: row for row in self.service_kinds}

    @cached_property
    def way_by_key(self) -> dict[str, FeedHabit]:
        return {row.key: row for row in self.ways}

    @cached_property
    def school_by_key(self) -> dict[str, ZoneSchool]:
        return {row.key: row for row in self.schools}

    @cached_property
    def duty_by_key(self) -> dict[str, Duty]:
        return {row.key: row for row in self.duties}

    @cached_property
    def species_by_key(self) -> dict[str, Species]:
        return {row.key: row for row in self.species}

    @cached_property
    def tool_by_key(self) -> dict[str, Tool]:
        return {row.key: row for row in self.tools}

    @cached_property
    def shape_by_key(self) -> dict[str, Shape]:
        return {row.key: row for row in self.shapes}

    @cached_property
    def common_thing_by_key(self) -> dict[str, CommonThing]:
        return {row.key: row for row in self.common_things}

    @cached_property
    def outcome_by_key(self) -> dict[str, Outcome]:
        return {row.key: row for row in self.outcomes}

    @cached_property
    def american(self) -> "Catalogue":
        """The same rows with the trade words of North America where they differ."""

        def worded(rows: tuple[Row, ...]) -> tuple[Row, ...]:
            return tuple(
                row.model_copy(update={"label": us}) if (us := getattr(row, "label_us", None)) else row for row in rows
            )

        fields = {name: getattr(self, name) for name in type(self).model_fields}
        fields |= {name: worded(fields[name]) for name in ("materials", "build_ups", "points", "screws", "fixings")}
        return Catalogue.model_construct(**fields)

    def with_own(self, rows: Sequence[AnyFixing]) -> "Catalogue":
        """This catalogue with the user's own rows; one that stands for a row of ours says so wherever it is named."""
        known = self.fixing_by_key

        def marked(row: AnyFixing) -> AnyFixing:
            shipped = known.get(row.key)
            if shipped is None or shipped == row or row.label.endswith(YOUR_VALUES):
                return row
            return row.model_copy(update={"label": f"{row.label}{YOUR_VALUES}"})

        return self.with_fixings([marked(row) for row in rows])

    def with_fixings(self, more: Sequence[AnyFixing]) -> "Catalogue":
        """This catalogue with more fixings and the screws they bring; one of a key that is there takes its place."""
        if not more:
            return self
        fields = {name: getattr(self, name) for name in type(self).model_fields}
        rows = {row.key: row for row in self.fixings} | {row.key: row for row in more}
        screws = {row.key: row for row in self.screws} | {screw.key: screw for row in more for screw in row.brings}
        return Catalogue.model_construct(**fields | {"fixings": tuple(rows.values()), "screws": tuple(screws.values())})

    def only(self, fixings: Sequence[AnyFixing]) -> "Catalogue":
        """This catalogue with some of its fixings alone."""
        fields = {name: getattr(self, name) for name in type(self).model_fields}
        return Catalogue.model_construct(**fields | {"fixings": tuple(fixings)})

    def in_words_of(self, region: Region) -> "Catalogue":
        """This catalogue in the trade words of a region."""
        return self.american if region is Region.NORTH_AMERICA else self
