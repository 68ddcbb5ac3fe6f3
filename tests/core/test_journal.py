"""The journal's laws: what was changed can be taken back, and changes of different paths do not meet."""

from hypothesis import given
from hypothesis import strategies as st

from rindle_core.kernel.journal import Op, applied, differences, inverse, merged, untouched

NAMES = st.sampled_from(["wall_mm", "length_m", "note"])
PLAIN = st.one_of(st.integers(-3, 3), st.booleans(), st.text(alphabet="abc", min_size=1, max_size=3))
WORDS = st.lists(st.sampled_from(["calls", "cameras", "work"]), unique=True, min_size=1)
IDS = st.lists(st.sampled_from(["1", "2.1", "3", "4"]), unique=True, min_size=1)


def rows(more):
    """Rows of a list, each with its id."""
    return IDS.flatmap(
        lambda ids: st.tuples(
            *(st.fixed_dictionaries({"id": st.just(one), **more[0]}, optional=more[1]) for one in ids)
        )
    ).map(list)


POINTS = rows(({"kind": PLAIN}, {"note": PLAIN}))
ROWS = rows(({"kind": PLAIN}, {"note": PLAIN, "points": POINTS, "nameless": st.lists(st.integers(0, 3), min_size=1)}))
ROOM = st.dictionaries(NAMES, PLAIN).flatmap(
    lambda plain: st.fixed_dictionaries(
        {}, optional={"needs": WORDS, "pieces": ROWS, "trial": st.dictionaries(NAMES, PLAIN, min_size=1)}
    ).map(lambda more: {**plain, **more})
)
DOCUMENT = st.fixed_dictionaries({}, optional={"brief": ROOM, "cable": ROOM})


def plain(document):
    """Without rooms and lists that hold nothing: they are the same as none."""
    if isinstance(document, dict):
        told = {name: plain(value) for name, value in document.items()}
        return {name: value for name, value in told.items() if value not in ({}, [])}
    return [plain(one) for one in document] if isinstance(document, list) else document


def at(document, path):
    """What stands at a path, found without the module's own way there."""
    for step, part in enumerate(path.split("/")):
        if step % 2:
            document = next((one for one in document or [] if part in (one, isinstance(one, dict) and one["id"])), None)
        else:
            for name in part.split("."):
                document = document.get(name) if isinstance(document, dict) else None
    return document


@given(DOCUMENT, DOCUMENT)
def test_the_changes_between_two_documents_lead_from_one_to_the_other_and_back(was, now):
    ops = differences(was, now)
    assert plain(applied(was, ops)) == plain(now)
    assert plain(applied(applied(was, ops), inverse(ops))) == plain(was)
    assert differences(now, now) == []


@given(DOCUMENT, DOCUMENT, DOCUMENT)
def test_changes_of_different_paths_may_be_made_in_any_order(base, mine, yours):
    first, second = differences(base, mine), differences(base, yours)
    shared = {op.path for op in first} & {op.path for op in second}
    lists = {op.path.partition("/")[0] for op in first if "/" in op.path}
    second = [op for op in second if op.path not in shared and op.path.partition("/")[0] not in lists]
    one, other = applied(applied(base, first), second), applied(applied(base, second), first)
    assert plain(one) == plain(other)


@given(DOCUMENT, DOCUMENT, DOCUMENT)
def test_a_merge_keeps_every_path_that_only_one_has_changed(base, mine, theirs):
    now, both = merged(base, mine, theirs)
    ours, yours = ([op for op in differences(base, one) if not op.path.endswith("/")] for one in (mine, theirs))
    for op in ours:
        assert plain(at(now, op.path)) == plain(op.after)
    met = {op.path for op in ours}
    for op in yours:
        if not any(op.path.startswith(f"{one}/") or one.startswith(f"{op.path}/") or one == op.path for one in met):
            assert plain(at(now, op.path)) == plain(op.after)
    assert set(both) <= met


def row(key, kind):
    return {"id": key, "kind": kind}


def test_two_rows_that_two_people_add_are_both_there():
    base = {"cable": {"pieces": [row("1", "wall")]}}
    mine = {"cable": {"pieces": [row("1", "wall"), row("2", "roof")]}}
    theirs = {"cable": {"pieces": [row("1", "wall"), row("3", "soil")]}}
    now, both = merged(base, mine, theirs)
    assert ([one["id"] for one in now["cable"]["pieces"]], both) == (["1", "3", "2"], [])


def test_a_row_to_which_i_added_a_field_while_it_was_taken_out_comes_back_and_is_told():
    base = {"cable": {"pieces": [row("1", "wall")]}}
    mine = {"cable": {"pieces": [{**row("1", "wall"), "note": "by the door"}]}}
    now, both = merged(base, mine, {"cable": {"pieces": []}})
    assert (now, both) == (mine, ["cable.pieces/1/note"])


def test_a_row_inside_a_row_that_i_changed_while_it_was_taken_out_comes_back_and_is_told():
    def line(*points):
        return {"sky": {"skylines": [{"id": "1", "kind": "ridge", **({"points": list(points)} if points else {})}]}}

    base, mine = line(row("1.1", "tree"), row("1.2", "tree")), line(row("1.1", "tree"), row("1.2", "wall"))
    now, both = merged(base, mine, line())
    assert (now, both) == (line(row("1.2", "wall")), ["sky.skylines/1/points/1.2/kind"])


def test_a_row_that_was_taken_out_comes_back_to_its_place():
    was = {"cable": {"pieces": [row("1", "a"), row("2", "b"), row("3", "c")]}}
    now = {"cable": {"pieces": [row("1", "a"), row("3", "c")]}}
    ops = differences(was, now)
    assert applied(now, inverse(ops)) == was


def test_two_fields_of_one_row_and_two_rows_inside_a_row_that_two_people_change_are_both_there():
    def line(name, *points):
        return {"sky": {"skylines": [{"id": "1", "name": name, "points": [row(str(at), one) for at, one in points]}]}}

    now, both = merged(line("a", (1, 10), (2, 20)), line("a", (1, 11), (2, 20)), line("b", (1, 10), (2, 22), (3, 30)))
    assert now == line("b", (1, 11), (2, 22), (3, 30))
    assert both == []


def test_a_row_that_i_changed_and_they_took_out_comes_back_whole_and_is_told():
    base = {"cable": {"pieces": [row("1", "wall") | {"note": 1}]}}
    mine = {"cable": {"pieces": [row("1", "roof") | {"note": 1}]}}
    now, both = merged(base, mine, {"cable": {}})
    assert (now, both) == (mine, ["cable.pieces/1/kind"])


def test_the_same_field_changed_by_both_is_told_and_mine_stands():
    now, both = merged({"m": {"a": 1}}, {"m": {"a": 2}}, {"m": {"a": 3, "b": 4}})
    assert (now, both) == ({"m": {"a": 2, "b": 4}}, ["m.a"])


def test_what_was_changed_since_is_not_taken_back():
    ops = [Op(path="m.a", before=1, after=2), Op(path="m.b", before=None, after=5)]
    kept, passed = untouched({"m": {"a": 2, "b": 6}}, ops)
    assert ([op.path for op in kept], [op.path for op in passed]) == (["m.a"], ["m.b"])
