"""Facts and things of the maker's own as JSON, checked by the core's own types."""

from pydantic import TypeAdapter

from cielo.core.shelf import Facts, OwnThing

_facts: TypeAdapter[Facts] = TypeAdapter(Facts)
_own: TypeAdapter[OwnThing] = TypeAdapter(OwnThing)


def facts_to_json(facts: Facts) -> str:
    """What is known of a thing; what is not known is left out."""
    return _facts.dump_json(facts, exclude_defaults=True).decode()


def facts_from_json(text: str) -> Facts:
    """As facts_to_json wrote it."""
    return _facts.validate_json(text)


def own_to_json(thing: OwnThing) -> str:
    """A thing of the maker's own."""
    return _own.dump_json(thing).decode()


def own_from_json(text: str) -> OwnThing:
    """As own_to_json wrote it."""
    return _own.validate_json(text)
