"""Labels inside sentences."""


def inside(label: str) -> str:
    """A label as it stands inside a sentence: with a small letter, but “I” stays as it is."""
    return label if label.startswith("I ") else label[:1].lower() + label[1:]
