"""Labels inside sentences, and lines of a working."""

from collections.abc import Sequence

from rockpin.core.base.model import Model


class WorkLine(Model):
    """One line of the working, and where its formula or its figure stands."""

    text: str
    source: str


def inside(label: str) -> str:
    """A label as it stands inside a sentence: with a small letter; “I”, “M6” and an abbreviation stay as they are."""
    stays = label.startswith("I ") or label[1:2].isupper() or label[1:2].isdigit()
    return label if stays else label[:1].lower() + label[1:]


def listed(words: Sequence[str]) -> str:
    """Words one after the other as in a sentence: a, b and c."""
    return " and ".join(filter(None, (", ".join(words[:-1]), words[-1])))


def holes_words(numbers: Sequence[int]) -> str:
    """Holes by their numbers, which rise: "Hole 3", "Holes 1, 2 and 4", "Holes 1 to 6"."""
    if len(numbers) == 1:
        return f"Hole {numbers[0]}"
    if len(numbers) > 3 and numbers[-1] - numbers[0] == len(numbers) - 1:
        return f"Holes {numbers[0]} to {numbers[-1]}"
    return f"Holes {listed([str(one) for one in numbers])}"
