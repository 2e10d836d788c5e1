"""What every row of the catalogue has."""

from rockpin.core.base.model import Id, Model, Name


class Row(Model):
    """A row of a table: its key, what a person calls it, and where it comes from."""

    key: Id
    label: Name
    source: Name
