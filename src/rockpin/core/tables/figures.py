"""The single figures of the rules, by the room that reads them. Values and sources are rows of the catalogue."""

from rockpin.core.base.model import Model


class PacketsFigures(Model):
    """For dividing what a packet prints."""

    packet_plastic: float
    packet_metal: float
    packet_metal_concrete: float
    packet_hanging_share: float
    packet_least_divisor: float
    packet_shear_share: float
    stud_penetration_diameters: float
    screw_root_share: float
    screw_head_share: float
    coach_head_share: float
    yield_hardened_mpa: float
    yield_mild_mpa: float
    yield_stainless_mpa: float
    yield_brass_mpa: float


class IdentificationFigures(Model):
    """For telling what a wall is."""

    measure_surety_sigmas: float
    tile_mm: float
    tile_spread_mm: float
    misreport: float
    repeat_same: float
    repeat_far: float
    same_place_mm: float
    evidence_temper: float
    family_ready: float
    old_before_year: float
    filling_sure: float
    plausible_build_up: float
    probe_sigma_mm: float
    void_sigma_mm: float
    thickness_sigma_mm: float
    measure_outlier: float
    probe_range_mm: float
    probe_split: float
    probe_skips_skin: float
    probe_meets_stud: float
    probe_meets_dab: float
    probe_meets_core: float
    core_empty: float
    core_filled: float
    probe_stops: float
    probe_stops_steel: float
    probe_given_up: float
    build_up_considered: float
    rest_possible: float
    far_coat_mm: float
    far_coat_spread_mm: float
    weak_units: float
    size_plausible: float
    size_odd: float
    size_odd_spread: float


class FramingFigures(Model):
    """For finding studs and what stands behind a spot."""

    solid_wood_credit: float
    masonry_unit_end_share: float
    open_least: float
    open_likely: float
    hole_half_mm: float
    move_most_mm: float
    no_pitch: float
    no_pitch_old: float
    hits_every_second: float
    sweep_shared_mm: float
    stud_lean_mm_per_m: float
    narrowest_stud_mm: float
    clear_of_stud: float
    wood_edge_diameters: float
    wood_edge_min_mm: float
    setout_error_mm: float
    stud_wander_mm: float
    stud_off_pitch: float
    stated_wrong: float
    stud_missing: float
    hit_spurious: float
    pitch_reported: float
    pitch_drawn: float
    hit_reach_mm: float
    own_stud_chance: float
    own_stud_counted: float
    own_stud_drawn: float
    corner_stud_chance: float
    corner_stud_sigma_mm: float
    double_stud_share: float
    contradiction_sigmas: float
    peak_prominence: float
    peak_least: float
    peak_share: float
    trace_baseline_mm: float
    live_least: float
    wood_past_mm: float
    opening_trim_mm: float
    hit_beside: float


class SetoutFigures(Model):
    """For placing holes."""

    channel_back_mm: float
    start_height_mm: float
    bar_end_mm: float
    bar_spacing_mm: float
    guided_wander_mm: float
    countersunk_play_mm: float
    lengthen_most_mm: float
    fit_wanted: float
    line_up_mm: float
    lift_on_mm: float
    beside_level_mm: float


class DemandFigures(Model):
    """For reckoning loads."""

    reach_mm: float
    swing_factor: float
    one_hole_beside_mm: float
    steady_share: float
    steady_least_n: float
    steady_opens_n: float
    bearing_inset_min_mm: float
    steel_bearing_mpa: float
    two_people_kg: float
    board_stiffness: float
    grab_rail_n: float
    handrail_point_n: float
    handrail_n_per_mm: float
    arm_step_deg: float
    push_step_deg: float
    wind_pa: float
    wind_exposed_pa: float
    wind_flat: float
    wind_flat_beside: float
    wind_box: float
    wind_flat_slender: float
    corner_uneven: float


class HoleFigures(Model):
    """For one hole and its screw."""

    clamp_plate_mm: float
    dust_min_mm: float
    remaining_min_mm: float
    remaining_share: float
    remaining_hammer_mm: float
    bracket_play_mm: float
    keyhole_proud_mm: float
    backing_washer_mm: float
    head_over_hole: float
    outer_skin_mm: float


class CapacityFigures(Model):
    """For what a fixing can take."""

    planned_use: float
    at_hand_over_mm: float
    screw_safety: float
    board_step_9_5: float
    board_step_12_5: float
    board_step_15: float
    board_step_double: float
    board_self_drilling_max: float
    board_repeated_plastic: float
    board_moving_metal: float
    board_neighbour_full_mm: float
    board_neighbour_span_mm: float
    board_bay_mm: float
    board_bay_height_mm: float
    board_bay_singles: float
    board_edge_min_mm: float
    board_edge_full_mm: float
    board_edge_factor: float
    board_wet: float
    board_flange_cover_mm: float
    masonry_joint_factor: float
    masonry_hidden_factor: float
    masonry_hidden_kg: float
    masonry_unit_end_factor: float
    masonry_edge_factor: float
    masonry_edge_full_plugs: float
    masonry_edge_min_plugs: float
    masonry_neighbour_full_plugs: float
    masonry_neighbour_span_plugs: float
    masonry_neighbour_solid: float
    masonry_neighbour_weak: float
    masonry_spacing_diameters: float
    masonry_unit_solid_n: float
    masonry_unit_weak_n: float
    stand_off_from_mm: float
    concrete_fck_mpa: float
    concrete_k1: float
    concrete_k9: float
    concrete_gamma_mc: float
    concrete_load_factor: float
    concrete_hef_min_mm: float
    hanger_full_board_mm: float
    hanger_least_board_mm: float
    lining_gravity: float
    lining_full_diameters: float
    lining_least_diameters: float
    lining_edge_diameters: float
    foam_apart_mm: float
    foam_beyond_mm: float
    foam_screw_least_mm: float
    wood_spacing_diameters: float
    wood_edge_thick_diameters: float
    wood_edge_thin_diameters: float
    wood_edge_thick_mm: float
    wood_wet: float
    pilot_root_share: float
    bracket_bearing_mpa: float
    bracket_least_mm: float
    packet_over_table: float
    coach_pilot_share: float
    step_up_from_mm: float
    step_up_share: float
    board_screw_past_mm: float
    board_drill_past_mm: float
    tip_keeps_off_mm: float
    board_lath: float
    board_lath_toggle: float
    board_fibre_cement: float
    pilot_root_share_hard: float
    pilot_hard_gravity: float
    coach_pilot_middle_gravity: float
    coach_pilot_share_middle: float
    coach_pilot_share_hard: float
    steel_flange_mm: float
    steel_fu_mpa: float
    steel_screw_past_mm: float
    steel_pilot_share: float
    concrete_split_hefs: float
    drilled_over_mm: float
    bolt_washer_diameters: float
    post_bolt_yield_mpa: float
    post_bolt_head_diameters: float
    post_nut_mm: float
    bolt_least_mm: float
    nut_diameters: float
    head_over_neck: float
    access_driver_mm: float
    access_spanner_mm: float
    clamp_friction: float
    clamp_squeeze_mpa: float


class HiddenFigures(Model):
    """For judging what is hidden."""

    sweep_depth_share: float
    sweep_whole_share: float
    sweep_end_share: float
    sweep_failed: float
    sweep_failed_proved: float
    sweep_edge_blind_mm: float
    find_blind_mm: float
    risk_likely: float
    pipe_background: float
    old_background: float
    old_background_before: float
    unknown_year_background: float
    level_points_mm: float
    live_behind_screen: float
    unproved_works: float
    risk_part_least: float
    find_half_mm: float
    stud_plate_mm: float
    hollow_free_mm: float
    hollow_gap_mm: float
    risk_prove: float
    risk_stop: float
    gas_prove: float
    picture_hole_mm: float
    way_search_mm: float
    sweep_around_mm: float
    find_margin_mm: float
    redo_minutes: float
    shorten_minutes: float
    sweep_minutes: float
    mode_minutes: float
    open_minutes: float


class FittingsFigures(Model):
    """For what comes with a thing besides its holes."""

    eye_over_seat_mm: float
    eye_standing_mm: float
    eye_off_mm: float
    cable_slack_mm: float
    cable_joint_mm: float
    thread_diameters: float
    stack_short_mm: float
    tail_room_mm: float
    pipe_half_mm: float
    air_behind_mm: float
    push_home_n: float
    row_reach_mm: float


class PostFigures(Model):
    """For posts."""

    wind_round: float
    wind_square: float
    sway_share: float
    clamps_least: float
    off_axis_mm: float


class DrillingFigures(Model):
    """For choosing bits, and for the minutes that work takes."""

    plug_bit_under_mm: float
    clearance_bit_over_mm: float
    pilot_bit_under_share: float
    tile_play_mm: float
    shank_play_mm: float
    twist_below_mm: float
    step_up_about: float
    steps_from_mm: float
    lift_from_steps_mm: float
    steps_load_kg: float
    team_lift_kg: float
    tower_from_mm: float
    mark_minutes: float
    drill_minutes: float
    set_minutes: float
    lift_minutes: float
    screw_minutes: float
    prove_minutes: float


class ChoiceFigures(Model):
    """For what goes before what, and for pulls on the spot."""

    backing_bending_mpa: float
    hole_mm_per_minute: float
    leans_wide_mm: float
    proof_factor: float
    pull_moved_mm: float
    pull_out_mm: float
    proofs_least: float
    test_failures_least: float
    gauge_step_n: float
    unknown_pull_n: float
    tests_most_raise: float
    test_mean_hard: float
    test_lowest_hard: float
    test_mean_soft: float
    test_lowest_soft: float


class PhotoFigures(Model):
    """For places read off a photo."""

    tap_finger_px: float
    tap_screen_px: float
    tape_mm: float
    tape_mm_per_m: float
    lens_usual: float
    lens_marked: float
    odd_spreads: float
    upright_px: float
    upright_mm_per_px: float


class AdviceFigures(Model):
    """For naming the next check."""

    advice_least: float
    look_alike: float
    mark_cost_pinprick: float
    mark_cost_hole: float


class PlanFigures(Model):
    """For what the whole plan says of a fixture on its wall."""

    cantilever_n_per_mm: float
    cantilever_double_n_per_mm: float
    board_alone_kg: float
    cantilever_arm_mm: float
    cantilever_least_length_mm: float
    old_hole_diameters: float
    same_hole_mm: float
    left_hole_diameters: float
    left_hole_crumbled_mm: float
    ease_most_mm: float
    noggin_high_mm: float
    noggin_void_beside_mm: float
    ease_minutes: float
    fetch_minutes: float
    unchosen_reach_mm: float
    metal_stop_keep_mm: float
    pocket_track_mm: float
    lintel_above_mm: float
    lintel_beyond_mm: float


class Figures(Model):
    """Every single figure, by the room that reads it; the loader keeps the source of each beside it."""

    packets: PacketsFigures
    identification: IdentificationFigures
    framing: FramingFigures
    setout: SetoutFigures
    demand: DemandFigures
    hole: HoleFigures
    capacity: CapacityFigures
    hidden: HiddenFigures
    fittings: FittingsFigures
    post: PostFigures
    drilling: DrillingFigures
    choice: ChoiceFigures
    photo: PhotoFigures
    advice: AdviceFigures
    plan: PlanFigures
