"""What Pydantic finds wrong with a document, in a maker's words: what it is, what it may be, what to do."""

from collections.abc import Callable, Mapping
from typing import Any

from cielo.core.units import Units, say_least, say_length, say_most


def plain_words(error: Mapping[str, Any]) -> tuple[str, str]:
    """The reason and the mend of one of Pydantic's errors (``ValidationError.errors()``)."""
    say = COMPLAINTS.get(str(error["type"]))
    if say is not None:
        return say(error.get("ctx") or {}, error["loc"][-1] if error["loc"] else "it", error.get("input"))
    # Those that are left are our own, in our own words, or name what no document of ours can hold.
    message = str(error["msg"]).removeprefix("Value error, ")
    return message[0].lower() + message[1:].rstrip(".") + ".", ""


Complaint = Callable[[Mapping[str, Any], Any, Any], tuple[str, str]]


def _missing(_ctx: Mapping[str, Any], name: Any, _given: Any) -> tuple[str, str]:
    return (f"number {name + 1} is missing." if isinstance(name, int) else f"it has no {_called(name)}."), "Add it."


def _unknown(_ctx: Mapping[str, Any], name: Any, _given: Any) -> tuple[str, str]:
    return f"nothing called {_short(name)} belongs here.", "Leave it out, or check its spelling."


def _not_a(what: str) -> Complaint:
    def say(_ctx: Mapping[str, Any], _name: Any, given: Any) -> tuple[str, str]:
        return f"it is {_short(given)}, and it should be {what}.", f"Write {what}."

    return say


def _bound(key: str, words: str) -> Complaint:
    def say(ctx: Mapping[str, Any], name: Any, given: Any) -> tuple[str, str]:
        say_limit = {"ge": say_least, "le": say_most}.get(key, say_length)
        may_be = f"{words} {_measure(ctx[key], name, say_limit)}"
        return f"it is {_measure(given, name)}; it is {may_be}.", f"Make it {may_be}."

    return say


def _length(least: bool) -> Complaint:
    def say(ctx: Mapping[str, Any], name: Any, given: Any) -> tuple[str, str]:
        n, counted = ctx["min_length" if least else "max_length"], "signs" if isinstance(given, str) else _called(name)
        if least:
            return "there is nothing in it." if n == 1 else f"it takes at least {n} {counted}.", "Fill it in."
        return f"it takes at most {n} {counted}.", "Shorten it." if isinstance(given, str) else "Remove some."

    return say


def _choice(key: str) -> Complaint:
    def say(ctx: Mapping[str, Any], _name: Any, given: Any) -> tuple[str, str]:
        may_be = str(ctx[key]).replace("'", "")
        shown = (
            next((given[name] for name in ("do", "over", "shape", "image", "kind") if name in given), None)
            if isinstance(given, Mapping)
            else given
        )
        return f"it is {_short(shown)}, and it can be {may_be}.", "Write one of these."

    return say


def _no_kind(_ctx: Mapping[str, Any], _name: Any, _given: Any) -> tuple[str, str]:
    return "it does not say what kind it is.", "Say it."


def _no_key(_ctx: Mapping[str, Any], _name: Any, given: Any) -> tuple[str, str]:
    return f"{_short(given)} is not a key of this file.", "Keys are letters, digits, points and dashes."


def _called(name: Any) -> str:
    return str(name).removesuffix("_mm").removesuffix("_deg").replace("_", " ")


def _measure(number: Any, name: Any, say: Callable[[float, Units], str] = say_length) -> str:
    if not isinstance(number, int | float) or isinstance(number, bool):
        return _short(number)
    if str(name).endswith("_mm") and abs(number) < 1e9:
        return f"{say(number, 'cm')} ({say(number, 'in')})"
    return f"{number:g} degrees" if str(name).endswith("_deg") else f"{number:g}"


def _short(given: Any) -> str:
    if given is None:
        return "nothing"
    if isinstance(given, list | tuple):
        return "a list"
    if isinstance(given, Mapping):
        return "a group of values"
    text = "yes" if given is True else "no" if given is False else str(given)
    return f"“{text[:40]}{'…' if len(text) > 40 else ''}”"


_NUMBER, _WHOLE, _TEXT = _not_a("a number"), _not_a("a whole number"), _not_a("text")
_LIST, _GROUP, _YES = _not_a("a list"), _not_a("a group of values, each with its name"), _not_a("yes or no (true or false)")
COMPLAINTS: Mapping[str, Complaint] = {
    "missing": _missing,
    "extra_forbidden": _unknown,
    "unexpected_keyword_argument": _unknown,
    "float_type": _NUMBER,
    "float_parsing": _NUMBER,
    "finite_number": _not_a("an ordinary number"),
    "int_type": _WHOLE,
    "int_parsing": _WHOLE,
    "int_parsing_size": _WHOLE,
    "int_from_float": _WHOLE,
    "string_type": _TEXT,
    "string_unicode": _TEXT,
    "bool_type": _YES,
    "bool_parsing": _YES,
    "list_type": _LIST,
    "tuple_type": _LIST,
    "dict_type": _GROUP,
    "mapping_type": _GROUP,
    "model_type": _GROUP,
    "model_attributes_type": _GROUP,
    "dataclass_type": _GROUP,
    "dataclass_exact_type": _GROUP,
    "greater_than": _bound("gt", "more than"),
    "greater_than_equal": _bound("ge", "at least"),
    "less_than": _bound("lt", "less than"),
    "less_than_equal": _bound("le", "at most"),
    "string_pattern_mismatch": _no_key,
    "string_too_short": _length(True),
    "too_short": _length(True),
    "string_too_long": _length(False),
    "too_long": _length(False),
    "literal_error": _choice("expected"),
    "enum": _choice("expected"),
    "union_tag_invalid": _choice("expected_tags"),
    "union_tag_not_found": _no_kind,
}
