"""What the whole job hands from one calculator to the next: a demo job with one thing changed, and what must follow."""

import json
from pathlib import Path

import pytest

from rindle_core.catalogue.models import Beam, Catalogue
from rindle_core.job import JobInput, assess
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level, worst
from rindle_core.kernel.headline import as_text
from rindle_core.kernel.model import parse
from rindle_core.stations.aim.panel_aim import panel_aim_of
from rindle_core.stations.choices import choices
from rindle_core.stations.sky.seen import surroundings
from tests import golden

DISH, PANEL = golden.read("2026-101")["facts"], golden.read("panel-by-hand")["facts"]


def job(base=DISH, **changed):
    return JobInput.model_validate({**base, **changed})


def come_to(base=DISH, **changed):
    return assess(job(base, **changed)).result


def found(result, station):
    return {one.code: one for one in next(view for view in result.stations if view.code == station).findings}


def test_a_job_with_a_hold_anywhere_is_not_signed_off():
    assert come_to().may_sign_off
    held = come_to(mast_diameter_mm=20.0)
    assert "mount" in {view.code for view in held.stations if view.verdict is Level.HOLD}
    assert not held.may_sign_off


def test_a_job_without_a_run_after_the_work_is_not_signed_off():
    before = [one for one in DISH["runs"] if one["when"] == "before"]
    assert before
    assert not come_to(runs=before).may_sign_off


def test_what_nobody_has_looked_into_at_brief_is_not_clear_and_not_on_hold():
    silent = found(come_to(settled=[], indoor=[], hazards=[], hazards_sought=False, forecast_gust_mps=None,
                           forecast_low_c=None), "brief")  # fmt: skip
    looked = found(come_to(), "brief")
    for code in ("brief.settled", "brief.indoor", "brief.hazards", "brief.weather"):
        assert silent[code].level is Level.UNKNOWN, code
        assert looked[code].level is Level.CLEAR, code


def test_only_the_hazards_are_asked_for_again_before_the_signature():
    asked = {one.code for one in come_to(settled=[], indoor=[], forecast_gust_mps=None, forecast_low_c=None).evidence}
    assert asked == set()
    assert {one.code for one in come_to(hazards_sought=False).evidence} == {"brief.hazards"}


def test_a_hazard_whose_caution_nobody_saw_is_minded_though_the_site_was_looked_over():
    unsaid = come_to(hazards=["edge"], cautions_seen=["edge"], hazards_sought=False)
    assert found(unsaid, "brief")["brief.hazards"].level is Level.UNKNOWN
    assert not unsaid.may_sign_off  # one hazard that was ticked is no look at the whole site
    gone = found(come_to(hazards=["bees"], hazards_sought=True), "brief")
    assert gone["brief.hazard.bees"].level is Level.MIND
    assert "brief.hazards" not in gone
    told = found(come_to(hazards=["edge"], hazards_sought=True), "brief")
    assert told["brief.hazard.edge"].level is Level.MIND
    assert "brief.hazards" not in told
    seen = found(come_to(hazards=["edge"], cautions_seen=["edge"], hazards_sought=True), "brief")
    assert seen["brief.hazards"].level is Level.CLEAR


def test_a_better_terminal_expects_the_better_level():
    gain_db = DISH["terminal"].get("reference_gain_db", 0.0)
    better = come_to(terminal={**DISH["terminal"], "reference_gain_db": gain_db + 1.5})
    assert better.predicted_level_db - come_to().predicted_level_db == pytest.approx(1.5, abs=1e-6)


def test_a_sky_that_was_hardly_read_is_called_clear_by_nothing():
    little = [{"name": "little", "points": [{"azimuth_deg": 200.0, "elevation_deg": 2.0}]}]
    result = come_to(skylines=little)
    assert result.sky_more.unread
    assert Level.CLEAR not in {one.level for one in found(result, "sky").values()}
    assert Level.CLEAR in {one.level for one in found(come_to(), "sky").values()}


@pytest.mark.parametrize(("longitude_deg", "utc_hour"), [(90.0, 6), (0.0, 12), (-90.0, 18)])
def test_noon_of_the_work_is_earlier_in_the_east(longitude_deg, utc_hour):
    assert job(longitude_deg=longitude_deg).brief.noon().hour == utc_hour


def test_a_cable_that_only_loses_too_much_leaves_the_supply_out_of_the_likely_causes():
    waiting = {
        "states_entered": [{"code": "power", "at_s": 0.0}, {"code": "search", "at_s": 5.0}],
        "device_now_s": 5000.0,
        "runs": [],
        "device_level_db": None,
    }
    lossy = {**DISH["cables"][1], "code": "lossy", "loss_a": 5.0}
    terminal = {**DISH["terminal"], "cable": {**DISH["terminal"]["cable"], "types": ["lossy"]}}
    result = come_to(**waiting, cables=[lossy], cable_code="lossy", terminal=terminal)
    assert found(result, "cable")["cable.loss"].level is Level.HOLD
    assert found(result, "cable")["cable.supply"].level is not Level.HOLD
    assert (
        found(result, "bringup")["bringup.stuck.1"].message
        == "Stuck in Searching. Look first: The cable loses too much"
    )


@pytest.mark.parametrize(("measured", "minded"), [("10:29", True), ("10:31", False)])
def test_a_run_that_was_made_before_an_update_had_settled_is_minded(measured, minded):
    runs = [{**one, "measured_at": f"2026-11-24T{measured}:00Z"} for one in DISH["runs"]]
    told = come_to(update_seen="offered", update_choice="now", updated_at="2026-11-24T10:00:00Z", runs=runs)
    assert ("handover.unsettled" in found(told, "handover")) is minded


def test_a_higher_roof_has_the_stronger_gust():
    low, high = (come_to(height_above_ground_m=at).mount.wind_force_n for at in (3.6, 30.0))
    assert high > 1.2 * low


def placed(east_m, north_m=0.0):
    """A candidate so far off the job's place, by the lengths of a degree on the ellipsoid at 29.3° S (±0.01 %)."""
    north_deg, east_deg = north_m / 110_846.0, east_m / 97_159.0
    return {
        "letter": "B",
        "latitude_deg": DISH["latitude_deg"] + north_deg,
        "longitude_deg": DISH["longitude_deg"] + east_deg,
    }


@pytest.mark.parametrize(("east_m", "north_m"), [(30.0, 0.0), (-30.0, 0.0), (0.0, 40.0)])
def test_a_skyline_is_moved_by_where_the_candidate_lies(east_m, north_m):
    moved = surroundings(job(positions=[placed(east_m, north_m)]), "B")
    assert (moved["east_m"], moved["north_m"]) == (pytest.approx(east_m, abs=0.2), pytest.approx(north_m, abs=0.2))
    assert len(moved["skyline"]) == len(DISH["skylines"][0]["points"])


def test_a_skyline_is_not_moved_into_another_valley():
    assert surroundings(job(positions=[placed(900.0)]), "B")["skyline"]
    assert surroundings(job(positions=[placed(1100.0)]), "B")["skyline"] == []


def test_growth_is_looked_at_again_on_the_day_it_breaks_the_rule():
    tree = {"name": "gum", "azimuth_deg": 7.0, "width_m": 12.0, "distance_m": 15.0, "height_m": 6.0}
    grown = come_to(skylines=[{**DISH["skylines"][0], "obstacles": [{**tree, "growth_m_per_year": 0.4}]}])
    days = (grown.sky_more.look_again_by - job().brief.date).days
    assert days == int(365.25 * (grown.sky.clearance_years or grown.sky.tube_years)) > 365
    assert come_to().sky_more.look_again_by is None


@pytest.mark.parametrize(("latitude_deg", "bearing_deg"), [(-29.6, 180.0), (45.0, 0.0)])
def test_a_panel_without_a_simulation_looks_towards_its_pole(latitude_deg, bearing_deg):
    aimed = panel_aim_of(job(PANEL, latitude_deg=latitude_deg, panel_azimuth_deg=None), None)
    assert aimed.azimuth_true_deg == bearing_deg


def suiting(permanence):
    """The kinds of mount that suit bare ground, for a job that stays so long."""
    options = come_to(visit={"surface": "bare_ground", "permanence": permanence}).visit.mounts.options
    return {one.kind.code for one in options if one.suits}


@pytest.mark.parametrize("word", ["", "permanent"])
def test_a_job_is_permanent_unless_it_is_said_not_to_be(word):
    assert suiting(word) == suiting("permanent") != suiting("trial")


def test_an_unknown_is_graver_than_a_clear_and_lighter_than_a_thing_to_mind():
    order = [Level.HOLD, Level.MIND, Level.UNKNOWN, Level.CLEAR]
    for at, graver in enumerate(order):
        for lighter in order[at:]:
            assert worst(level_only(graver, lighter)) is graver
            assert worst(level_only(lighter, graver)) is graver


def level_only(*levels):
    return [Finding(level=one, code="x", message="x", why="x", source="x") for one in levels]


def test_the_way_back_to_the_top_is_said_down_first_and_then_up():
    """The last reading stands a turn beyond the top: down over the top and the play, then up to it."""
    lobe = [(at, 13.0 - 12.0 * (0.42 * (at - 0.2) / 1.4) ** 2) for at in (-2.5, -1.5, -0.5, 0.5, 1.5, 2.5)]
    readings = [{"axis": "elevation", "turns": at, "level_db": level_db} for at, level_db in lobe]
    result = come_to(readings=readings)
    fit = result.elevation_peak.fit
    assert fit.back_turns > 1.2 * fit.forward_turns > 0
    told = as_text(next(view for view in result.stations if view.code == "peak").headline)
    assert told.startswith(f"Elevation: turn down by {fit.back_turns:.2f}"), told


@pytest.mark.parametrize(("mechanism", "turned"), [("head", True), ("feed", False), ("none", False)])
def test_a_bar_for_spare_feeds_turns_with_the_head_only_where_the_head_sets_the_skew(mechanism, turned):
    result = come_to(terminal={**DISH["terminal"], "skew_mechanism": mechanism})
    assert result.head_turned_deg == (result.aim.skew_deg if turned else 0.0)
    assert result.aim.skew_deg != 0


@pytest.mark.parametrize(("longitude_deg", "zone_h"), [(-74.0, -5), (7.0, 0), (28.0, 2), (172.0, 11)])
def test_the_zone_that_goes_with_the_sun_is_the_longitudes_own(longitude_deg, zone_h):
    assert come_to(longitude_deg=longitude_deg).sky_more.sun_zone_h == zone_h


def test_a_mast_whose_height_nobody_said_is_not_called_safe():
    """The gust grows with height: no verdict on the mast holds for a height that is not known."""
    result = come_to(height_above_ground_m=None)
    assert found(result, "mount")["mount.height"].level is Level.UNKNOWN
    assert not result.may_sign_off
    assert "mount.height" not in found(come_to(), "mount")


def test_codes_that_the_modem_will_ask_for_are_told_missing_before_the_visit():
    known = found(come_to(activation_code="7QKD-20XM"), "brief")["brief.codes"]
    missing = found(come_to(activation_code=""), "brief")["brief.codes"]
    assert known.level is Level.CLEAR
    assert missing.level is Level.MIND
    assert "to come: Activation code." in missing.why


def test_a_code_that_the_order_has_is_not_told_missing_nor_what_follows_from_the_place():
    def still(base, **changed):
        found_there = found(assess(JobInput.model_validate({**base, "modem_entries": {}, **changed})).result, "brief")
        return found_there["brief.codes"].why

    linear = golden.read("2026-104")["facts"]
    assert (linear["site_code"], linear["cluster_code"]) == ("LC-51", "C-3")
    assert "to come: Activation code." in still(linear)
    assert "to come: Location code, Activation code." in still(linear, site_code="")
    assert "to come: Activation code." in still(linear, site_code="", modem_entries={"site_code": "LC-51"})
    terminal = next(one for one in STORES.terminals if one.code == "moor-120")
    moor = {**linear, "terminal_id": "", "terminal": terminal.model_dump(mode="json")}
    assert "to come: Carrier frequency, Symbol rate, Terminal id, Address of the modem." in still(moor)
    sheet = [{"name": "Address of the modem", "value": "10.44.3.2"}]
    told = {"terminal_id": "T-7", "order_extra": {"carrier frequency": "11742.5"}, "settings": sheet}
    assert "to come: Symbol rate." in still(moor, **told)


@pytest.mark.parametrize(("address", "minded"), [("zz", True), ("02:00:5E:10:00:01", False), ("02005e100001", False)])
def test_a_hardware_address_is_six_pairs_of_hexadecimal_digits(address, minded):
    assert ("brief.hardware_address" in found(come_to(hardware_address=address), "brief")) == minded


def test_the_least_quality_that_was_typed_judges_the_level_of_the_job():
    plenty, scarce, lost = (found(come_to(needed_es_n0_db=db), "aim")["aim.margin"].level for db in (2.0, 12.0, 30.0))
    assert (plenty, scarce, lost) == (Level.CLEAR, Level.MIND, Level.HOLD)


LINEAR = golden.read("2026-104")["facts"]


def with_beam(facts, **told):
    satellite = {**facts["satellite"], "beams": [{**one, **told} for one in facts["satellite"]["beams"]]}
    return come_to(facts, satellite=satellite)


def test_a_beam_in_the_other_plane_turns_the_feed_by_a_right_angle():
    here = with_beam(LINEAR, plane="vertical", transmit_plane="horizontal")
    across = with_beam(LINEAR, plane="horizontal", transmit_plane="vertical")
    unknown = with_beam(LINEAR, plane=None, transmit_plane=None)
    assert LINEAR["terminal"]["receive_port"] == "vertical"
    assert here.aim.skew_deg == unknown.aim.skew_deg
    assert abs(across.aim.skew_deg - here.aim.skew_deg) == pytest.approx(90.0)
    assert -90 < across.aim.skew_deg <= 90
    assert across.coverage.chosen.receive_plane == "horizontal"
    assert across.coverage.chosen.receive_hand is None
    assert found(unknown, "aim")["aim.polarization"].level is Level.MIND
    assert "aim.polarization" not in found(here, "aim")


@pytest.mark.parametrize(
    ("facts", "told", "held"),
    [
        (LINEAR, {"plane": "vertical", "transmit_plane": "vertical"}, True),
        (LINEAR, {"plane": "vertical", "transmit_plane": "horizontal"}, False),
        (LINEAR, {"plane": "vertical", "transmit_plane": None}, False),
        (DISH, {"hand": "left", "transmit_hand": "left"}, True),
        (DISH, {"hand": "left", "transmit_hand": "right"}, False),
    ],
)
def test_a_terminal_that_sends_another_polarization_than_the_beam_takes_is_held(facts, told, held):
    assert facts["terminal"]["sends"] == "crossed"
    finding = found(with_beam(facts, **told), "aim").get("aim.polarization")
    assert (finding is not None and finding.level is Level.HOLD) == held


def test_a_beam_has_hands_or_planes_and_not_both():
    with pytest.raises(InputError) as caught:
        parse(Beam, {**LINEAR["satellite"]["beams"][0], "hand": "left"})
    assert "circular, with hands, or linear" in str(caught.value)


def stores(kind):
    return json.loads((Path(__file__).parents[2] / "demo" / f"{kind}.json").read_text("utf-8"))


STORES = Catalogue(**{kind: stores(kind) for kind in ("satellites", "constellations", "terminals", "cables")})


def served(base=DISH, catalogue=STORES, **changed):
    job = JobInput.model_validate({**base, **changed})
    return {(one.system, one.terminal): one for one in choices(job, catalogue).pairs}


@pytest.mark.turns(days=6)
def test_what_serves_a_place_is_judged_as_the_job_itself_would_be():
    pairs = served()
    dishes = [one for one in STORES.terminals if one.panel is None]
    panels = [one for one in STORES.terminals if one.panel is not None]
    assert len(pairs) == len(STORES.satellites) * len(dishes) + len(STORES.constellations) * len(panels)
    own = come_to(DISH)
    mine = pairs[DISH["satellite"]["name"], DISH["terminal"]["name"]]
    assert (mine.elevation_deg, mine.level_db) == (own.aim.elevation_apparent_deg, own.predicted_level_db)
    assert mine.beam == own.beam.letter
    told = {one.code: one.verdict for one in own.stations}
    aspects = {one.code: one.verdict for one in mine.aspects}
    assert (aspects["sky"], aspects["cable"]) == (told["sky"], told["cable"])


@pytest.mark.turns(days=6)
def test_the_best_pair_stands_first_and_what_is_held_stands_last_with_its_reason():
    pairs = list(served().values())
    order = [("clear", "mind", "unknown", "hold").index(one.verdict) for one in pairs]
    assert order == sorted(order)
    assert len(set(order)) > 1
    linear = next(one for one in pairs if (one.system, one.terminal) == ("Hamerkop 2", "Ridge 96"))
    assert linear.verdict is Level.HOLD
    assert any("linear" in text for text in linear.against)
    assert all(one.against for one in pairs if one.verdict in (Level.MIND, Level.HOLD))


@pytest.mark.turns(days=2)
def test_the_sky_of_a_pair_is_what_is_seen_and_not_which_position_is_the_best():
    compared = golden.read("2026-103")["facts"]  # three positions, of which another is the better
    told = {one.code: one for one in come_to(compared).stations}["sky"].findings
    assert {"sky.position", "sky.clearance"} <= {one.code for one in told if one.level is Level.MIND}
    own = [compared["terminal"]["name"], compared["satellite"]["name"]]
    few = {
        **STORES.model_dump(),
        "terminals": [one for one in stores("terminals") if one["name"] == own[0]],
        "satellites": [one for one in stores("satellites") if one["name"] == own[1]],
        "constellations": [],
    }
    (pair,) = served(compared, Catalogue(**few)).values()
    sky = next(one for one in pair.aspects if one.code == "sky")
    seen = [one.message for one in told if one.level is Level.MIND and one.code != "sky.position"]
    assert (sky.verdict, sky.said) == ("mind", seen[0])
    assert not [text for text in pair.against if "position" in text]


@pytest.mark.turns(days=6)
def test_nothing_serves_a_place_under_every_horizon():
    pairs = served(latitude_deg=60.0, longitude_deg=-150.0, place_text="60, -150").values()
    assert {one.verdict for one in pairs if one.satellite_code} == {Level.HOLD}


@pytest.mark.turns(days=6)
def test_no_pair_is_clear_while_sky_mast_or_cable_are_not_known():
    bare = {
        **DISH,
        "skylines": [],
        "positions": [],
        "position_letter": "",
        "cable_pieces": [],
        "mast_diameter_mm": None,
    }
    pairs = served(bare).values()
    assert Level.CLEAR not in {one.verdict for one in pairs}
    assert {aspect.verdict for one in pairs for aspect in one.aspects if aspect.code == "sky"} == {Level.UNKNOWN}


@pytest.mark.turns(days=6)
def test_a_pair_whose_least_quality_nobody_knows_is_not_called_clear():
    satellites = stores("satellites")
    for satellite in satellites:
        for beam in satellite["beams"]:
            beam.pop("least_es_n0_db", None)
    pairs = served(catalogue=Catalogue(**{**STORES.model_dump(), "satellites": satellites})).values()
    dishes = [one for one in pairs if one.satellite_code and one.beam]
    assert Level.CLEAR not in {one.verdict for one in dishes}
    assert all(any("least quality" in text for text in one.against) for one in dishes)


@pytest.mark.turns(days=6)
def test_a_satellite_whose_beams_nobody_entered_is_not_known_and_not_held():
    bare = [one.model_copy(update={"beams": []}) for one in STORES.satellites]
    pair = served(catalogue=STORES.model_copy(update={"satellites": bare}))["Ibis 4", "Tarn 74"]
    assert (pair.verdict, pair.against) == (Level.UNKNOWN, ["The beams of this satellite are not known"])


@pytest.mark.turns(days=6)
def test_what_is_not_in_stock_is_minded_and_what_nobody_counts_is_not_said_to_be_there():
    def with_stock(count):
        terminals = [one.model_copy(update={"in_stock_count": count}) for one in STORES.terminals]
        pair = served(catalogue=STORES.model_copy(update={"terminals": terminals}))["Ibis 4", "Tarn 74"]
        return pair.verdict, pair.aspects[-1].verdict

    assert with_stock(2) == (Level.CLEAR, Level.CLEAR)
    assert with_stock(None) == (Level.CLEAR, Level.UNKNOWN)
    assert with_stock(0) == (Level.MIND, Level.MIND)


@pytest.mark.turns(days=6)
def test_a_panels_trial_says_nothing_of_another_pair():
    tried = golden.read("2026-106")["facts"]
    pairs = served(tried)
    own = pairs[tried["constellation"]["name"], tried["terminal"]["name"]]
    others = [one for pair, one in pairs.items() if pair != (own.system, own.terminal)]
    assert not any("trial" in aspect.said for one in others for aspect in one.aspects)


def test_a_job_whose_terminal_was_taken_away_is_neither_peaked_nor_handed_over():
    for gone in ({"terminal": None}, {"satellite": None}):
        result = come_to(**gone)
        verdicts = {one.code: one.verdict for one in result.stations}
        assert verdicts["peak"] is Level.UNKNOWN, gone
        assert verdicts["handover"] is not Level.CLEAR, gone
        assert not result.may_sign_off, gone
        assert "Peak" in found(result, "handover")["handover.open_unknowns"].message
        assert "Choose terminal" in as_text(
            next(one.headline for one in result.stations if one.code == "peak"), "metric"
        )
        assert "handover.open_unknowns" not in {
            one.code for one in result.evidence
        }  # each is asked for where it stands
    assert "handover.open_unknowns" not in found(come_to(), "handover")


def test_readings_of_a_satellite_under_the_horizon_prove_neither_peak_nor_bring_up():
    assert {"peak.aim", "bringup.satellite"}.isdisjoint(
        code for at in ("peak", "bringup") for code in found(come_to(), at)
    )
    for changed in ({"latitude_deg": 60.0, "longitude_deg": -150.0}, {"satellite": None}):
        result = come_to(peaked_latitude_deg=None, **changed)  # of an older job: its place says nothing
        verdicts = {one.code: one.verdict for one in result.stations}
        assert verdicts["peak"] is Level.UNKNOWN, changed
        assert found(result, "bringup")["bringup.satellite"].level is Level.UNKNOWN, changed
        assert "satellite" in as_text(next(one.headline for one in result.stations if one.code == "peak"), "metric")


def test_of_a_panel_what_stays_indoors_is_not_lifted_and_its_cable_carries_data_and_has_no_loss():
    panel = golden.read("2026-106")["facts"]
    told = come_to(panel)
    assert {name for one in told.lifts.lifts for name in one.names} == {"Panel", "Stand", "Cable with sealed ends"}
    assert {one.run for one in told.cable_list.labels} == {"data"}
    assert "lost" not in as_text(next(one for one in told.stations if one.code == "cable").headline)
    cue = next(one.cue for one in told.kit_list.rows if one.group == "cable")
    assert "coiled up" in cue
    dish = come_to()
    assert {one.run for one in dish.cable_list.labels} == {"IF"}
    assert "new ends" in next(one.cue for one in dish.kit_list.rows if one.group == "cable")
