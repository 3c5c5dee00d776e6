"""Names for blocks of statements that become functions: what is done, of what."""

from __future__ import annotations

import ast
import re
from collections import Counter
from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass
from itertools import takewhile

from ..outline import all_nodes
from .block_headings import said_by_heading
from .block_comments import MOST_WORDS, PRONOUNS, said_by
from .phrases import Rank
from .proposals import Proposal
from .english import is_base_verb, lemmas
from .words import ARTICLES, EMPTY_WORDS, VERBS, is_usable, plural, singular, words_of

_MOST_LETTERS = 30
_MOST_OF_CHECK = 3
_MOST_SET = 2  # names that the name of a function can speak of
# Verbs that say that something is done, and not what.
_VAGUE = frozenset("handle process do consider account ensure treat cover".split())
_WORKED_OUT = ["work", "out"]  # what is done where nothing says how a value is come by
_SUMS = frozenset("abs divmod len max min round sum".split())
_HANDLE = "handle"  # what is done where nothing says what
_QUIET = frozenset(
    "debug info warn warning error exception log print write append extend add exit".split()
)
_READING = frozenset(
    "int float strptime fromisoformat split rsplit partition rpartition splitlines match fullmatch"
    " search loads parse read readline decode literal_eval".split()
)


# What is done last of all, whatever the rest was.
_CLOSING = frozenset("close quit flush shutdown stop end finish join release exit".split())
# Methods that add to a collection.
_PUTTING = frozenset("append appendleft add insert extend".split())


@dataclass(frozen=True, slots=True)
class Block:
    """A block of statements with all that may say what it is for.

    Attributes:
        statements: its trees.
        outputs: names that it sets for what is behind it.
        comments: the comments above it, with their number signs.
        caller: the name of the function it stands in.
        target: the target of the loop whose rounds it is, if it is.
        case: the condition in whose arm it stands, if it is all of that arm.
    """

    statements: Sequence[ast.stmt]
    outputs: tuple[str, ...]
    comments: tuple[str, ...] = ()
    caller: str = ""
    target: ast.expr | None = None
    case: ast.expr | None = None


def proposals(block: Block, taken: Collection[str] = ()) -> list[Proposal]:
    """Names for a block, the best first; none if nothing says what it does.

    Args:
        block: the block.
        taken: names that mean something else where it would stand or be called.

    >>> body = ast.parse("total = 0\\nfor boat in boats:\\n    total += boat.toll").body
    >>> [p.name for p in proposals(Block(body, ("total",), ("# the tolls of the day",)))]
    ['add_up_tolls_of_day', 'add_up_total']
    """
    chosen: dict[str, Proposal] = {}
    for words, reason, rank in sorted(_phrases(block), key=_says_little):
        name = "_".join(_without_repeats(words))
        fits = len(words) <= MOST_WORDS + 1 and len(name) <= _MOST_LETTERS and is_usable(name)
        if fits and len(words) > 1 and name not in taken and name not in block.outputs:
            chosen.setdefault(name, Proposal(name, reason, rank))
    return list(chosen.values())


def _says_little(found: tuple[list[str], str, Rank]) -> bool:
    return found[2] is Rank.LITERAL


def says(name: str, comment: str) -> bool:
    """Whether a name says all that a comment says.

    >>> says("switch_heater", "# --- heater ---"), says("read_row", "# one row of the dump")
    (True, False)
    """
    said = set(words_of(name))
    words = [w.lower() for w in re.findall(r"[A-Za-z']+", comment)]
    little = ARTICLES | PRONOUNS
    return bool(words) and all(w in said or singular(w) in said or w in little for w in words)


def _without_repeats(words: Sequence[str]) -> list[str]:
    return [w for i, w in enumerate(words) if i == 0 or words[i - 1] != w]


def _phrases(block: Block) -> Iterator[tuple[list[str], str, Rank]]:
    for said in said_by(block.comments):
        words = _with_nouns(list(said.words), block)
        verb = [] if said.is_order else _verb(block) or _adding(block)
        if words and not verb and not said.is_order and _is_all(words, said.comment):
            verb = [_HANDLE]
        if words and (verb or said.is_order):
            little = said.is_order and words[0] in _VAGUE
            rank = Rank.LITERAL if little else Rank.COMMENT
            yield [*verb, *words], f"a comment says {said.comment!r}", rank
    for said in said_by_heading(block.comments, block.statements):
        verb = [] if said.is_order else _verb(block)
        if verb or said.is_order:
            yield [*verb, *said.words], f"a comment says {said.comment!r}", Rank.COMMENT
    yield from _of_case(block)
    if _only_checks(block.statements):
        subject = _subject(block.statements)
        if subject:
            yield ["check", *subject], "it only raises where something is wrong", Rank.CONSEQUENCE
    if block.target is not None:
        yield from _of_round(block)
    yield from _of_giving_call(block)
    if block.outputs and not _acts(block.statements):
        outputs = tuple(_in_full(n, block) for n in block.outputs)
        telling = _things(tuple(n for n in outputs if len(n) > 1) or outputs)
        shared, verb = _shared(telling), _verb(block)
        says_how = verb != _WORKED_OUT or _reckons(block)
        if shared:
            rank = Rank.MEANING if says_how else Rank.LITERAL
            yield [*verb, *shared], f"it sets {' and '.join(telling)}", rank
        for names in (telling[:2], telling[-1:]):
            words = [w for name in names for w in ("and", *words_of(name))][1:]
            if _tells(words):
                told = says_how and len(telling) <= _MOST_SET
                rank = Rank.MEANING if told else Rank.LITERAL
                yield [*verb, *words], f"it sets {' and '.join(names)}", rank
    yield from _of_call(block)
    yield from _of_what_is_put(block)
    yield from _of_state(block)


def _in_full(name: str, block: Block) -> str:
    """What a name of one letter stands for: what it is first taken from, if that tells."""
    if len(name) > 1:
        return name
    for statement in block.statements:
        if not isinstance(statement, ast.Assign) or not _sets(statement, (name,)):
            continue
        taken = statement.value
        asked = taken.value if isinstance(taken, ast.Subscript) else taken
        words = (
            words_of(_last_name(asked)) if isinstance(taken, ast.Subscript | ast.Attribute) else []
        )
        if isinstance(taken, ast.Subscript) and words:
            words = [*words[:-1], singular(words[-1])]
        return "_".join(words) if words and _tells(words) else name
    return name


def _things(names: tuple[str, ...]) -> tuple[str, ...]:
    """Those of some names that are things: of *refused* and *entries* the second; all, if there are
    no others.
    """
    found = tuple(n for n in names if (words_of(n) or [""])[-1] and _is_thing(words_of(n)[-1]))
    return found or names


def _is_thing(word: str) -> bool:
    """Whether a word is a noun, or none that a dictionary has."""
    return bool(lemmas(word, "NOUN")) or not any(lemmas(word, c) for c in ("VERB", "ADJ", "ADV"))


def _shared(names: Sequence[str]) -> list[str]:
    """What several names have in common: the words they all begin with, or several of what they all
    end with.
    """
    said = [words_of(n) for n in names]
    if len(said) < 2 or any(len(words) < 2 for words in said):
        return []
    places = takewhile(lambda words: len(set(words)) == 1, zip(*said, strict=False))
    begun = [words[0] for words in places]
    if _tells(begun):
        return begun
    last = {words[-1] for words in said}
    end = last.pop() if len(last) == 1 else ""
    return [plural(end)] if end and _tells([end]) else []


def _is_all(words: Sequence[str], comment: str) -> bool:
    """Whether a comment says some words and nothing else, as the heading of a part."""
    return [w.lower() for w in re.findall(r"[A-Za-z]+", comment)] == list(words)


def _with_nouns(words: list[str], block: Block) -> list[str]:
    """A comment's words with what *them* stands for: what the block goes through."""
    if len(words) < 2 or words[-1] not in PRONOUNS:
        return words
    nodes = (n for s in block.statements for n in all_nodes(s))
    targets = [n.target for n in nodes if isinstance(n, ast.For) and isinstance(n.target, ast.Name)]
    noun = words_of(targets[0].id) if targets else []
    if not _tells(noun):
        return []
    return [*words[:-1], *noun[:-1], plural(noun[-1])]


def _of_case(block: Block) -> Iterator[tuple[list[str], str, Rank]]:
    """The arm for one value of something: *handle* and that value."""
    test = block.case
    if isinstance(test, ast.Call) and _last_name(test.func) == "isinstance" and len(test.args) > 1:
        words = words_of(_last_name(test.args[1]))
        if _tells(words):
            is_done = len(words) > 1 and words[0] in VERBS
            done = words if is_done else [*_verb_of(block), *words]
            yield done, f"it is done for each {ast.unparse(test.args[1])}", Rank.CONSEQUENCE
    if not isinstance(test, ast.Compare) or len(test.ops) != 1:
        return
    value = test.comparators[0]
    if not isinstance(test.ops[0], ast.Eq | ast.Is):
        return
    said = ""
    if isinstance(value, ast.Constant) and isinstance(value.value, str):
        said = value.value
    elif isinstance(value, ast.Attribute) and _is_member(value):
        said = value.attr
    words = words_of(said)
    if _tells(words) and all(w.isalpha() for w in words):
        yield [*_verb_of(block), *words], (f"it is what is done for {said!r}"), Rank.CONSEQUENCE


def _is_member(node: ast.Attribute) -> bool:
    """Whether an attribute is written like a member of a class of kinds, and not like a value that
    something just has.
    """
    owner = node.value.attr if isinstance(node.value, ast.Attribute) else ast.unparse(node.value)
    return node.attr.isupper() or owner[:1].isupper()


def _of_state(block: Block) -> Iterator[tuple[list[str], str, Rank]]:
    """The arm for a state: *handle* and that state."""
    test = block.case
    if isinstance(test, ast.Name | ast.Attribute):
        words = [w for w in words_of(_last_name(test)) if w not in ("is", "has")]
        if _tells(words):
            yield [_HANDLE, *words], f"it is done for {ast.unparse(test)}", _rank([_HANDLE], block)


def _verb_of(block: Block) -> list[str]:
    """What an arm does: what its function does by its name, or what its calls do."""
    words = words_of(block.caller)
    if words and words[0] in VERBS:
        return words[:1]
    return _verb_of_calls(list(_statement_calls(block.statements))) or [_HANDLE]


def _of_round(block: Block) -> Iterator[tuple[list[str], str, Rank]]:
    """One round of a loop: what the function does, for one of them."""
    names = [n.id for n in all_nodes(block.target or ast.Constant(0)) if isinstance(n, ast.Name)]
    words = words_of(names[-1]) if names else []
    if _tells(words):
        verb = _verb_of(block)
        rank = _rank(verb, block) if _is_object(words, block) else Rank.LITERAL
        yield [*verb, *words], f"it is done for each {' '.join(words)}", rank


def _is_object(words: Sequence[str], block: Block) -> bool:
    """Whether what a function does by its name is done to some words too: it names nothing else, or
    these.
    """
    named = words_of(block.caller)[1:]
    return not named or bool({singular(w) for w in named} & {singular(w) for w in words})


def _rank(verb: Sequence[str], block: Block) -> Rank:
    """That something is handled says little, unless that is what the whole function does."""
    little = list(verb) == [_HANDLE] and words_of(block.caller)[:1] != [_HANDLE]
    return Rank.LITERAL if little else Rank.CONSEQUENCE


def _only_checks(block: Sequence[ast.stmt]) -> bool:
    nodes = [n for s in block for n in all_nodes(s)]
    exits = [n for n in nodes if isinstance(n, ast.Raise | ast.Return)]
    return bool(exits) and all(isinstance(s, ast.If) and _is_check(s) for s in block)


def _is_check(node: ast.If) -> bool:
    """Whether an if does nothing but leave, with a word on why at most."""
    plain = not any(isinstance(n, ast.If | ast.For | ast.While | ast.Try) for n in node.body)
    if isinstance(node.body[-1], ast.Raise):
        return plain
    return plain and len(node.body) <= _MOST_OF_CHECK and isinstance(node.body[-1], ast.Return)


def _subject(block: Sequence[ast.stmt]) -> list[str]:
    """What the conditions of a block speak of most."""
    counts = Counter(
        n.attr if isinstance(n, ast.Attribute) else n.id
        for s in block
        if isinstance(s, ast.If)
        for n in all_nodes(s.test)
        if isinstance(n, ast.Attribute)
        or (isinstance(n, ast.Name) and n.id not in ("self", "cls", "len", "isinstance"))
    )
    for name, _ in counts.most_common():
        words = words_of(name)
        if _tells(words):
            return words
    return []


def _tells(words: Sequence[str]) -> bool:
    """Whether some words of code tell a reader what is meant."""
    return any(
        len(w) > 2 and w.isalpha() and w not in EMPTY_WORDS and not w.endswith("idx")
        for w in words
        if w not in ("and", "pos", "ptr", "tmp")
    )


def _acts(block: Sequence[ast.stmt]) -> bool:
    """Whether a block does more than working out values, so that these cannot be its name."""
    return any(
        words_of(_last_name(call.func))[:1] != []
        and words_of(_last_name(call.func))[0] not in _QUIET
        and not _takes_out(call)
        for call in _statement_calls(block)
    )


def _takes_out(call: ast.Call) -> bool:
    """Whether a call takes something out of a collection that has a name here."""
    asked = call.func
    if not isinstance(asked, ast.Attribute):
        return False
    owner = asked.value
    while isinstance(owner, ast.Subscript):  # of one of those it holds
        owner = owner.value
    taken = asked.attr in ("remove", "discard", "pop", "popleft")
    return taken and isinstance(owner, ast.Name)


def _verb(block: Block) -> list[str]:
    """What a block does with what it is about."""
    nodes = [n for s in block.statements for n in all_nodes(s)]
    calls = {_last_name(n.func) for n in nodes if isinstance(n, ast.Call)}
    if not block.outputs:
        made = list(_statement_calls(block.statements))
        verbs = {_called_verb(call) for call in made}
        if len(verbs) == 1 and "" not in verbs:
            return [verbs.pop()]
        return _verb_of_calls(made)
    if calls & _READING:
        return ["read"]
    if any(isinstance(n, ast.Break) for n in nodes):
        return ["find"]
    loops = [n for n in nodes if isinstance(n, ast.For | ast.AsyncFor | ast.While)]
    inside = [n for loop in loops for n in all_nodes(loop)]
    ones = [n for n in inside if isinstance(n, ast.AugAssign) and _sets(n.target, block.outputs)]
    if any(isinstance(n.op, ast.Add) for n in ones):
        only_ones = all(isinstance(n.value, ast.Constant) and n.value.value == 1 for n in ones)
        return ["count"] if only_ones else ["add", "up"]
    last = block.statements[-1] if block.statements else None
    if isinstance(last, ast.AugAssign) and isinstance(last.op, ast.Add):
        if not loops and _sets(last.target, block.outputs):
            return ["add", "to"]
    if loops and calls & {"append", "add", "extend", "setdefault"}:
        return ["collect"]
    if loops and any(isinstance(n, ast.Compare) for n in inside):
        return ["find"]
    if _is_built(block):
        return ["build"]
    if isinstance(last, ast.If | ast.Match) and not loops and _sets(last, block.outputs):
        return ["choose"]
    return _WORKED_OUT


def _reckons(block: Block) -> bool:
    """Whether a result is a number that is worked out, or at least put together."""
    for node in (n for s in block.statements for n in all_nodes(s)):
        if isinstance(node, ast.AugAssign) and _sets(node.target, block.outputs):
            return True
        if isinstance(node, ast.Assign | ast.AnnAssign) and _sets(node, block.outputs):
            value = node.value
            if isinstance(value, ast.BinOp | ast.UnaryOp):
                return True
            if isinstance(value, ast.Call) and _last_name(value.func) in _SUMS:
                return True
    return False


def _adding(block: Block) -> list[str]:
    """*Add*, where a block does nothing but add to collections."""
    made = list(_statement_calls(block.statements))
    stored = any(
        isinstance(n, ast.Attribute | ast.Subscript) and isinstance(n.ctx, ast.Store)
        for s in block.statements
        for n in all_nodes(s)
    )
    adds = bool(made) and all(_last_name(c.func) in _PUTTING for c in made)
    return ["add"] if adds and not stored and not block.outputs else []


def _is_built(block: Block) -> bool:
    """Whether the one result is an object that is made first, and then told all it needs."""
    first = [s for s in block.statements if isinstance(s, ast.Assign)][:1]
    made = _called(first[0].value) if first else None
    if made is None or len(block.outputs) != 1 or not _sets(first[0], block.outputs):
        return False
    told = [c.func for c in _statement_calls(block.statements)]
    owners = {n.id for f in told for n in all_nodes(f) if isinstance(n, ast.Name)}
    return _last_name(made.func)[:1].isupper() and block.outputs[0] in owners


def _verb_of_calls(made: Sequence[ast.Call]) -> list[str]:
    """What is done by several calls: something is written, or what is wrong is noted."""
    if any(_last_name(c.func) in _WRITING for c in made):
        return ["write"]
    noted = [c.func.value for c in made if _last_name(c.func) in ("append", "add")]  # type: ignore[attr-defined]
    if any(words_of(_last_name(n))[-1:] and words_of(_last_name(n))[-1] in _WRONG for n in noted):
        return ["check"]
    return []


def _sets(node: ast.AST, names: Collection[str]) -> bool:
    """Whether some name gets a value inside of a piece of code."""
    return any(
        isinstance(n, ast.Name) and n.id in names and isinstance(n.ctx, ast.Store)
        for n in all_nodes(node)
    )


def _statement_calls(block: Sequence[ast.stmt]) -> Iterator[ast.Call]:
    for node in (n for s in block for n in all_nodes(s)):
        called = _called(node.value) if isinstance(node, ast.Expr) else None
        if called is not None:
            yield called


def _called(value: ast.expr) -> ast.Call | None:
    """The call that an expression is, also one that is awaited."""
    value = value.value if isinstance(value, ast.Await) else value
    return value if isinstance(value, ast.Call) else None


def _called_verb(call: ast.Call) -> str:
    words = words_of(_last_name(call.func))
    return words[0] if words and words[0] in VERBS and words[0] not in _QUIET else ""


def _last_name(node: ast.expr) -> str:
    if isinstance(node, ast.Attribute):
        return node.attr
    return node.id if isinstance(node, ast.Name) else ""


def _of_call(block: Block) -> Iterator[tuple[list[str], str, Rank]]:
    """The verb and the object of the call that the block is made for: its only one, or its last if
    that is made in any case.
    """
    calls = list(_statement_calls(block.statements))
    last = block.statements[-1]
    always = isinstance(last, ast.Expr) and _called(last.value) in calls
    for call in calls[-1:] if always or len(calls) == 1 else []:
        words = words_of(_last_name(call.func))
        # What is called for its own sake is done, whatever else the word may mean.
        if words[:1] and words[0] in _CLOSING and len(block.statements) > _MOST_OF_CHECK:
            continue  # it only puts away what the rest was done with
        lone = len(words) == 1 and is_base_verb(words[0]) and words[0] not in _QUIET
        if not lone and not _called_verb(call):
            continue
        if len(words) == 1:
            words += _of_each(call, block.statements) or _in_number(call, block.statements)
        if len(words) > 1:
            yield words, f"it calls {ast.unparse(call.func)}", Rank.MEANING


def _of_each(call: ast.Call, block: Sequence[ast.stmt]) -> list[str]:
    """What a call is made of all of, where the block is a loop that asks each in turn."""
    loop = block[0] if len(block) == 1 else None
    owner = call.func.value if isinstance(call.func, ast.Attribute) else None
    if not isinstance(loop, ast.For) or not isinstance(owner, ast.Name):
        return []
    is_each = isinstance(loop.target, ast.Name) and loop.target.id == owner.id
    words = words_of(_last_name(loop.iter)) if is_each else []
    return words if words and words[-1] != singular(words[-1]) else []


def _in_number(call: ast.Call, block: Sequence[ast.stmt]) -> list[str]:
    """The object of a call: several of them where each round of a loop in the block has its own."""
    words = _object_of(call)
    given = {n.id for n in all_nodes(call) if isinstance(n, ast.Name) and words_of(n.id) == words}
    loops = [n for s in block for n in all_nodes(s) if isinstance(n, ast.For | ast.AsyncFor)]
    each = any(call in all_nodes(loop) and _sets(loop, given) for loop in loops)
    return [*words[:-1], plural(words[-1])] if words and each else words


def _of_giving_call(block: Block) -> Iterator[tuple[list[str], str, Rank]]:
    """The verb and the object of the call that gives the one result, where all else is checks."""
    first = block.statements[0] if block.statements else None
    call = _called(first.value) if isinstance(first, ast.Assign) else None
    if call is None or len(block.outputs) != 1 or not _called_verb(call):
        return
    if len(block.statements) > 1 and _only_checks(block.statements[1:]):
        words = words_of(_last_name(call.func))
        words += (_one_of_those(call) or _object_of(call)) if len(words) == 1 else []
        if len(words) > 1:
            yield words, f"it calls {ast.unparse(call.func)}", Rank.MEANING


def _one_of_those(call: ast.Call) -> list[str]:
    """What is got from a collection of such, by its name: a gate from the gates."""
    asked = call.func
    owner = words_of(_last_name(asked.value)) if isinstance(asked, ast.Attribute) else []
    several = owner and singular(owner[-1]) != owner[-1]
    return [*owner[:-1], singular(owner[-1])] if several and _tells(owner) else []


def _of_what_is_put(block: Block) -> Iterator[tuple[list[str], str, Rank]]:
    """The one collection of an object that something is added to, or the one attribute or entry
    that is set.
    """
    nodes = [n for s in block.statements for n in all_nodes(s)]
    calls = [c for c in _statement_calls(block.statements) if isinstance(c.func, ast.Attribute)]
    puts = [c.func for c in calls if _last_name(c.func) in _PUTTING]
    owners = [_owner(p) for p in puts if isinstance(p, ast.Attribute)]
    grown = {_last_name(o) for o in owners}
    stored = {_stored(n) for n in nodes if isinstance(n, ast.Attribute | ast.Subscript)} - {None}
    repeats = any(isinstance(n, ast.For | ast.AsyncFor | ast.While) for n in nodes)
    kept = all(isinstance(o, ast.Attribute) for o in owners)
    if any(isinstance(n, ast.Return | ast.Continue | ast.Break) for n in nodes):
        return  # and says whether to go on
    if len(grown) == 1 and kept and not stored and not repeats:
        words = words_of(grown.pop())
        if _tells(words):
            one = [*words[:-1], singular(words[-1])]
            put = ["add", *one] if one != words else ["add", "to", *words]
            yield put, f"it adds to {'_'.join(words)}", Rank.MEANING
    elif len(stored) == 1 and not grown and not block.outputs and not _acts(block.statements):
        words = words_of(stored.pop() or "")
        if _tells(words):
            yield ["set", *words], f"it sets {'_'.join(words)}", Rank.MEANING


def _owner(put: ast.Attribute) -> ast.expr:
    """The collection that grows, also one that is kept under a key."""
    owner = put.value
    if isinstance(owner, ast.Call) and _last_name(owner.func) == "setdefault":
        owner = owner.func.value  # type: ignore[attr-defined]
    return owner.value if isinstance(owner, ast.Subscript) else owner


def _stored(node: ast.Attribute | ast.Subscript) -> str | None:
    """The attribute, or the entry under a written key, that a target sets."""
    if not isinstance(node.ctx, ast.Store):
        return None
    if isinstance(node, ast.Attribute):
        return node.attr
    key = node.slice.value if isinstance(node.slice, ast.Constant) else ""
    return key if isinstance(key, str) else ""


_WRITING = frozenset({"write", "writerow", "writerows", "writelines"})
# What is noted of what is wrong.
_WRONG = frozenset("problems warnings errors faults complaints defects mistakes notes".split())
# What somebody does with what they are given.
_HANDING_OVER = frozenset({"send", "write", "print", "post", "report", "tell", "publish", "mail"})


def _object_of(call: ast.Call) -> list[str]:
    owner = getattr(call.func, "value", None)
    if _last_name(call.func) in _HANDING_OVER:
        owner = None  # who sends is not what is sent
    for value in [*call.args[:1], owner]:
        words = words_of(_last_name(value)) if value is not None else []
        if words != ["self"] and _tells(words):
            return words
    return []
