"""What is said of a plan: steps, masks and what to fetch, in plain words. The same words stand on the Desk, at the Bench and on the run
sheet."""

from cielo.core.say.brief import brief
from cielo.core.say.difference import differences
from cielo.core.say.fetching import care, fetch
from cielo.core.say.laid_out import Group, laid_out
from cielo.core.say.learnt import say_pad, say_pad_beside, say_pair, say_used
from cielo.core.say.mask import mask_facts, where_to_lay
from cielo.core.say.part import Part, say_minutes
from cielo.core.say.prints import print_facts
from cielo.core.say.putting_on import say_put_on
from cielo.core.say.step import lies_turned, say, sentence
from cielo.core.say.words import say_apart

__all__ = [
    "Group",
    "Part",
    "brief",
    "care",
    "differences",
    "fetch",
    "laid_out",
    "lies_turned",
    "mask_facts",
    "print_facts",
    "say",
    "say_apart",
    "say_minutes",
    "say_pad",
    "say_pad_beside",
    "say_pair",
    "say_put_on",
    "say_used",
    "sentence",
    "where_to_lay",
]
