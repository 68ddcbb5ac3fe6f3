"""What was seen or settled is of one mount, one place and those who came: told of another it is not known."""

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.stations.brief.entered import entered as entered_at_brief
from rindle_core.stations.mount.entered import entered as entered_at_mount
from rindle_core.stations.mounting import mount_side
from tests.core.test_stood import job_of, north, told


def test_wind_frost_and_air_are_those_of_one_place():
    about = ("mount.stress", "mount.sway", "mount.fixing", "mount.hardware")
    sound, _ = told(job_of(), "mount")
    assert {one.level for name, one in sound.items() if name.startswith(about)} == {Level.CLEAR}
    near, _ = told(job_of(**north(job_of(), 90)), "mount")
    assert "mount.site_of" not in near
    far = job_of(**north(job_of(), 5000))
    findings, verdict = told(far, "mount")
    assert findings["mount.site_of"].level is Level.UNKNOWN
    assert verdict is Level.UNKNOWN
    assert not [name for name in findings if name.startswith(("mount.stress", "mount.sway", "mount.hardware"))]
    assert "mount.fixing" not in findings
    assert findings["mount.spot_of"].level is Level.UNKNOWN  # the wall is another one too
    assert "mount.old_material" not in findings
    assert not assess(far).result.may_sign_off
    anew = entered_at_mount({"site_latitude_deg": None, "site_longitude_deg": None}, far)
    assert (anew["site_latitude_deg"], anew["site_longitude_deg"]) == far.brief.place


def test_what_is_told_first_is_stamped_with_mount_position_and_place_and_what_is_emptied_with_none():
    untold = ("site_latitude_deg", "site_longitude_deg", "spot_latitude_deg", "spot_longitude_deg")
    job = job_of("2026-103", hardware="", air="", base="", mast_mount_code="", spot_letter="", **dict.fromkeys(untold))
    said = entered_at_mount({"base": "brick", "air": "c3"}, job)
    assert said["spot_letter"] == job.sky.position_letter == "A"
    assert said["site_latitude_deg"] == job.brief.latitude_deg
    chosen = entered_at_mount({"hardware": "makers", "mount_code": "gable_pole"}, job)
    assert chosen["mast_mount_code"] == "gable_pole"  # as this change leaves it
    bare = job_of(positions=[], position_letter="", spot_letter="", sheet_profile="", **dict.fromkeys(untold))
    assert entered_at_mount({"sheet_profile": "rib"}, bare)["spot_letter"] == "place"
    assert said["spot_latitude_deg"] == job.brief.latitude_deg
    other = bare.model_copy(update={"mount": bare.mount.model_copy(update={"spot_letter": "B"})})
    assert "the job’s place now" in told(other, "mount")[0]["mount.spot_of"].why


def test_a_mast_that_was_measured_before_any_mount_was_chosen_is_of_the_first():
    bare = job_of(mount_code="", positions=[], mast_mount_code="")
    assert entered_at_mount({"mount_code": "wall_arm"}, bare)["mast_mount_code"] == "wall_arm"
    chosen = job_of(positions=[])
    assert "mast_mount_code" not in entered_at_mount({"mount_code": "gable_pole"}, chosen)  # that is doubted
    names = ("mast_diameter_mm", "mast_other_diameter_mm", "mast_wall_mm", "mast_straight_mm")
    none = job_of(mount_code="", positions=[], mast_mount_code="", mast_coating="", hardware="", **dict.fromkeys(names))
    assert "mast_mount_code" not in entered_at_mount({"mount_code": "wall_arm"}, none)


def test_what_the_owner_settled_is_settled_of_one_place():
    job = job_of()
    assert {"brief.settled", "brief.indoor"} <= {
        code for code, one in told(job, "brief")[0].items() if one.level is Level.CLEAR
    }
    far = job_of(**north(job, 5000))
    findings, _ = told(far, "brief")
    assert findings["brief.settled_at"].level is Level.UNKNOWN
    assert not {"brief.settled", "brief.indoor"} & set(findings)
    anew = entered_at_brief({"settled_latitude_deg": None, "settled_longitude_deg": None}, far)
    assert (anew["settled_latitude_deg"], anew["settled_longitude_deg"]) == far.brief.place
    bare = job_of(settled=[], indoor=[], settled_latitude_deg=None, settled_longitude_deg=None)
    both = entered_at_brief({"settled": job.brief.settled, "place_text": "-29.5, 28.25"}, bare)
    assert (both["settled_latitude_deg"], both["settled_longitude_deg"]) == (-29.5, 28.25)


def test_whoever_comes_new_has_not_seen_the_cautions():
    job = job_of(crew=["naledi-m"], cautions_seen=["overhead_lines"])
    for crew, gone in ((["naledi-m", "tumelo-r"], True), (["tumelo-r"], True), (["naledi-m"], False), ([], True)):
        assert ("cautions_seen" in entered_at_brief({"crew": crew}, with_members(job, crew))) is gone, crew
    both = entered_at_brief(
        {"crew": ["tumelo-r"], "cautions_seen": ["overhead_lines"]}, with_members(job, ["tumelo-r"])
    )
    assert both["cautions_seen"] == ["overhead_lines"]
    unnamed = job_of(crew=[], cautions_seen=["overhead_lines"])
    assert "cautions_seen" not in entered_at_brief({"crew": ["tumelo-r"]}, with_members(unnamed, ["tumelo-r"]))


def with_members(job, crew):
    members = [{"code": one, "name": one.title()} for one in crew]
    return JobInput.model_validate({**job.model_dump(), "picks": {**job.picks.model_dump(), "members": members}})


def test_the_side_is_that_of_one_mount_and_steps_are_told_for_both_where_it_is_of_another():
    job = job_of("2026-107")
    assert mount_side(job) == job.mount.mount_side == "right"
    kept = entered_at_mount({"mount_side": "left"}, job)
    assert kept["side_mount_code"] == "ladder_pole"
    both = entered_at_mount({"mount_side": "left", "mount_code": "gable_pole"}, job)
    assert both["side_mount_code"] == "gable_pole"  # as this change leaves it
    other = job_of("2026-107", side_mount_code="gable_pole")
    assert entered_at_mount({"mount_side": "left"}, other)["side_mount_code"] == "ladder_pole"  # chosen anew
    assert entered_at_mount({"mount_side": ""}, other)["side_mount_code"] is None
    assert mount_side(other) == ""
    findings, _ = told(other, "mount")
    assert findings["mount.side_of"].level is Level.UNKNOWN
    assert "mount.side" not in findings
    assert told(job, "mount")[0]["mount.side"].level is Level.CLEAR
