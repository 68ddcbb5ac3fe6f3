"""Every trade word on the screens is explained: a word that is neither in the glossary nor plain is told here."""

import json
import re
from itertools import chain
from pathlib import Path

from rindle_core.catalogue.labels import LABELS
from rindle_core.kernel.glossary import GLOSSARY
from rindle_core.reference import findings_page
from rindle_core.stations.names import NAMES

ROOT = Path(__file__).parents[2]
PLAIN = set((Path(__file__).parent / "plain_words.txt").read_text("utf-8").split())
WORD = re.compile(r"[a-z][a-z’'/-]+[a-z0-9]")


def words_of(texts):
    return {word.strip("'’") for text in texts for word in WORD.findall(text.lower())}


def said_on_the_screens():
    """Labels, hints and choices of all facts and stores, what findings are about, and the names of the leaves."""
    facts = json.loads((ROOT / "web/src/api/facts.json").read_text("utf-8")).values()
    told = [text for fact in facts for text in (fact.get("label", ""), fact.get("hint", ""))]
    told += [choice for fact in facts for _, choice in fact.get("choices", [])]
    stations = json.loads((ROOT / "web/src/frame/leaves.json").read_text("utf-8")).values()
    leaves = [leaf["name"] for leaves in stations for leaf in leaves]
    assert len(leaves) > 40
    return chain(told, LABELS.values(), leaves, [re.sub(r"`[^`]*`", "", findings_page())])


def test_each_word_on_the_screens_is_explained_or_plain():
    explained = words_of(term.word for term in GLOSSARY)
    unknown = {
        word
        for word in words_of(said_on_the_screens()) - PLAIN
        if not {word, word.removesuffix("s"), word.removesuffix("’s"), word.removesuffix("'s")} & explained
    }
    assert not unknown, "explain these in kernel/glossary.py, or add what everybody knows to plain_words.txt"


def test_each_leaf_that_a_sentence_sends_to_is_there():
    """“Enter it (Cable, Ends)”: who goes there has to find it."""
    leaves = json.loads((ROOT / "web/src/frame/leaves.json").read_text("utf-8"))
    named = {NAMES[code]: {one["name"] for one in told} for code, told in leaves.items() if code in NAMES}
    sent = re.compile(rf"\b({'|'.join(NAMES.values())})(?:, | under )([A-Z][\w-]+(?: [a-z]+)*)")
    places = [*(ROOT / "src").rglob("*.py"), *(ROOT / "src").rglob("*.json"), *(ROOT / "web/src").rglob("*.vue")]
    found = [
        (path.name, station, leaf)
        for path in places
        for station, leaf in sent.findall(path.read_text("utf-8"))
        if leaf not in NAMES.values()
    ]
    assert len(found) > 30
    known = [(leaf, name) for _, station, leaf in found for name in named[station] if leaf.startswith(name)]
    assert {leaf for _, _, leaf in found} - {leaf for leaf, _ in known} == set()


def test_no_word_is_both_explained_and_called_plain():
    assert not {term.word.lower() for term in GLOSSARY} & PLAIN


def test_each_explanation_is_a_sentence_and_stands_once():
    names = [term.word.lower() for term in GLOSSARY]
    assert len(names) == len(set(names))
    assert all(term.meaning.endswith(".") for term in GLOSSARY)


def test_where_a_rule_is_from_is_told_in_words_and_not_by_the_name_of_a_field():
    tables = (Path(__file__).parents[2] / "src/rindle_core/stations").glob("*/findings.py")
    sources = [told for one in tables for told in re.findall(r'source="([^"]*)"', one.read_text("utf-8"))]
    assert len(sources) > 60
    assert [one for one in sources if "`" in one or re.search(r"[a-z]_[a-z]", one)] == []
