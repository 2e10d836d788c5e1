"""Labels inside sentences, and lines of a working."""

from rockpin.core.base.model import Model


class WorkLine(Model):
    """One line of the working, and where its formula or its figure stands."""

    text: str
    source: str


def inside(label: str) -> str:
    """A label as it stands inside a sentence: with a small letter, but “I” stays as it is."""
    return label if label.startswith("I ") else label[:1].lower() + label[1:]
