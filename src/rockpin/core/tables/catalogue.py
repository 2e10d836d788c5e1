"""The shapes of the catalogue: every number that a person could dispute is a row here, with its source.

The catalogue package fills these from its data files; the core only reads them.
"""

from collections.abc import Sequence
from functools import cached_property
from typing import Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Model
from rockpin.core.base.row import Row
from rockpin.core.document.evidence import Location
from rockpin.core.document.fixings import AnyFixing, Fixing, Screw
from rockpin.core.document.job import Region, Wish
from rockpin.core.document.kit import Kit
from rockpin.core.document.wall import Backing, HowKnown
from rockpin.core.tables.by_room import CapacityTables, DemandTables, HiddenTables
from rockpin.core.tables.figures import Figures
from rockpin.core.tables.fittings import FittingTables
from rockpin.core.tables.handbook import OwnedSet, TradeWord
from rockpin.core.tables.hands import Acts, Allowance, Hand
from rockpin.core.tables.identification import BeliefTables, BuildUp, Check
from rockpin.core.tables.materials import BitSeries, Duty, MarkingWay, MasonryUnit, Material, Species, Tool
from rockpin.core.tables.outcomes import Outcome
from rockpin.core.tables.posts import PostTables
from rockpin.core.tables.remedies import RemedyTable
from rockpin.core.tables.services import FeedHabit, PointKind, Run, ServiceKind, ZoneSchool
from rockpin.core.tables.shapes import Beyond, CommonThing, Shape
from rockpin.core.tables.starts import StartTable
from rockpin.core.tables.waits import WaitRow

YOUR_VALUES = " (your values)"
"""What stands behind the name of a fixing of the shipped catalogue whose values the user has changed."""


_WORDED = ("materials", "build_ups", "points", "screws", "fixings", "tools", "shapes", "common_things")
"""The rows that are called otherwise in some regions."""


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
    beyond: tuple[Beyond, ...]
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
    outdoors: bool = Field(default=False, description="whether its build-ups are told apart as outer faces")
    at_hand_mm: dict[str, tuple[float, ...]] = Field(default={}, description="of screws in the van, by their keys")

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
        names = [name.lower() for row in self.common_things for name in (row.label, *row.also)]
        names += [name.lower() for row in self.shapes for name in row.also]
        names += [name.lower() for row in self.beyond for name in (row.label, *row.also)]
        if twice := {name for name in names if names.count(name) > 1}:
            raise ValueError(f"common_things: two things are called “{min(twice)}”")
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
        """The build-ups that checks decide between on this side of the wall, in the order of their table."""
        return tuple(row for row in self.build_ups if row.prior and row.prior.faces(outdoors=self.outdoors))

    @cached_property
    def check_by_key(self) -> dict[str, Check]:
        return {row.key: row for row in self.belief.checks}

    @cached_property
    def screw_by_key(self) -> dict[str, Screw]:
        return {row.key: row for row in self.screws}

    @cached_property
    def capacity(self) -> CapacityTables:
        at_hand = self._capacity_of(self._in_the_van) if self.at_hand_mm else None
        return self._capacity_of(self.screw_by_key)._replace(at_hand=at_hand)

    @property
    def _in_the_van(self) -> dict[str, Screw]:
        known = self.screw_by_key
        there = {key: known[key].model_copy(update={"lengths_mm": has}) for key, has in self.at_hand_mm.items()}
        return known | there

    def _capacity_of(self, screws: dict[str, Screw]) -> CapacityTables:
        twins = {row.instead_of: row for row in screws.values() if row.instead_of}
        in_van = frozenset() if screws is self.screw_by_key else frozenset(self.at_hand_mm)
        return CapacityTables(screws, self.species_by_key, self.figures.capacity, twins, in_van=in_van)

    @cached_property
    def demand(self) -> DemandTables:
        hands = {row.key: row for row in self.hands}
        first = self.brackets_first
        return DemandTables(self.duty_by_key, hands, self.allowance_by_key, first, self.figures.demand)

    @cached_property
    def brackets_first(self) -> frozenset[str]:
        """The shapes and everyday things whose brackets go up before the piece does, by their keys."""
        return frozenset(row.key for rows in (self.shapes, self.common_things) for row in rows if row.brackets_first)

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

        def worded(row: Row) -> Row:
            label = getattr(row, "label_us", None)
            if not label:
                return row
            update: dict[str, object] = {"label": label}
            if isinstance(row, CommonThing | Shape):
                # whoever calls it as others do is understood
                update["also"] = (*row.also, row.label)
            if isinstance(row, Shape) and row.short == row.label:
                update["short"] = label
            return row.model_copy(update=update)

        fields = {name: getattr(self, name) for name in type(self).model_fields}
        fields |= {name: tuple(map(worded, fields[name])) for name in _WORDED}
        # the list that one picks from stands by name
        fields["common_things"] = tuple(sorted(fields["common_things"], key=lambda row: row.label.casefold()))
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

    def with_van(self, kit: Kit, holes: int) -> "Catalogue":
        """This catalogue with the lengths of screws of which the van has enough for so many holes."""
        lengths: dict[str, list[float]] = {}
        for screw in kit.screws:
            if screw.count >= holes and screw.key in self.screw_by_key:
                lengths.setdefault(screw.key, []).append(screw.length_mm)
        if not lengths:
            return self
        fields = {name: getattr(self, name) for name in type(self).model_fields}
        told = {key: tuple(sorted(some)) for key, some in lengths.items()}
        return Catalogue.model_construct(**fields | {"at_hand_mm": told})

    def only(self, fixings: Sequence[AnyFixing]) -> "Catalogue":
        """This catalogue with some of its fixings alone."""
        fields = {name: getattr(self, name) for name in type(self).model_fields}
        return Catalogue.model_construct(**fields | {"fixings": tuple(fixings)})

    @cached_property
    def _other_side(self) -> "Catalogue":
        fields = {name: getattr(self, name) for name in type(self).model_fields}
        # what is worked out once is kept with its table, and other build-ups are asked of this one
        belief = BeliefTables.model_construct(
            **{name: getattr(self.belief, name) for name in BeliefTables.model_fields}
        )
        return Catalogue.model_construct(**fields | {"outdoors": not self.outdoors, "belief": belief})

    def facing(self, stands: Location) -> "Catalogue":
        """This catalogue with the build-ups that are met where a wall stands: an outer face is none of those inside."""
        return self if (stands is Location.OUTER_FACE) is self.outdoors else self._other_side

    def in_words_of(self, region: Region) -> "Catalogue":
        """This catalogue in the trade words of a region."""
        return self.american if region is Region.NORTH_AMERICA else self
