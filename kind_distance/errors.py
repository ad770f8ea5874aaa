"""The one family of errors that carries the painter's words.

::

    KindDistanceError
    ├── DomainError              a number or a choice that makes no sense here
    ├── PictureError             a file that cannot be taken as a picture
    │   ├── NotAPictureError
    │   ├── EmptyPictureError
    │   ├── BrokenPictureError
    │   ├── PictureTooLargeError
    │   └── PictureTooSmallError
    ├── DocumentError            a document that cannot be read as a painting
    ├── NotFoundError            the thing asked for is not (or no longer) there
    ├── InUseError               another thing still needs it
    ├── ChangedElsewhereError    the painting moved on since this page was read
    ├── NothingToUndoError       the history has no further step that way
    ├── UnsafeOrderError         materials in an order that does not hold
    └── StorageError             the disk, or the file of paintings on it
        ├── DiskFullError
        ├── OpenElsewhereError   another Kind Distance has the file open
        ├── DamagedFileError     the whole file
        └── DamagedPaintingError one painting in it; the others work

Each has a stable ``code`` for machines, a sentence for the painter and a way out.
"""

from __future__ import annotations


class KindDistanceError(Exception):
    """Anything that the painter has to be told about.

    Parameters
    ----------
    message : str
        What is wrong, naming the thing.
    way_out : str
        What the painter can do now.
    """

    code = "kind_distance"

    def __init__(self, message: str, way_out: str = "") -> None:
        super().__init__(message)
        self.message = message
        self.way_out = way_out


class DomainError(KindDistanceError):
    """A number, word or choice outside what makes sense."""

    code = "out_of_range"


class PictureError(KindDistanceError):
    """A file that cannot be taken as a picture."""

    code = "picture"


class NotAPictureError(PictureError):
    """The bytes are no picture we can read."""

    code = "not_a_picture"


class EmptyPictureError(PictureError):
    """The file holds nothing."""

    code = "empty_picture"


class BrokenPictureError(PictureError):
    """The picture starts well and then breaks off."""

    code = "broken_picture"


class PictureTooLargeError(PictureError):
    """More bytes or pixels than are taken in."""

    code = "picture_too_large"


class PictureTooSmallError(PictureError):
    """Fewer pixels than values can be read from."""

    code = "picture_too_small"


class DocumentError(KindDistanceError):
    """A document that cannot be read as a painting; the message names the place of the fault."""

    code = "document"


class NotFoundError(KindDistanceError):
    """The thing asked for is not there."""

    code = "not_found"

    def __init__(self, what: str, ident: object) -> None:
        said = what.replace("_", " ")
        super().__init__(f"There is no {said} {ident} here.", "It may have been removed; go back and choose again.")


class InUseError(KindDistanceError):
    """Another thing still needs it."""

    code = "in_use"


class ChangedElsewhereError(KindDistanceError):
    """The painting was changed in another window since this one read it."""

    code = "changed_elsewhere"


class NothingToUndoError(KindDistanceError):
    """The history has no further step in this direction."""

    code = "nothing_to_undo"


class UnsafeOrderError(KindDistanceError):
    """Paint layers in an order that will not hold together."""

    code = "unsafe_order"


class StorageError(KindDistanceError):
    """The disk, or the file of paintings on it, does not do what is asked of it."""

    code = "storage"


class DiskFullError(StorageError):
    """No space is left."""

    code = "disk_full"


class DamagedFileError(StorageError):
    """The file of paintings cannot be read any more."""

    code = "damaged_file"


class DamagedPaintingError(StorageError):
    """One painting cannot be read any more; the others can."""

    code = "damaged_painting"


class OpenElsewhereError(StorageError):
    """Another Kind Distance has this file open.

    Parameters
    ----------
    address : str
        Where; empty where it is not known.
    """

    code = "open_elsewhere"

    def __init__(self, address: str = "") -> None:
        super().__init__(
            f"These paintings are open already{f' at {address}' if address else ''}.",
            "Go on there, or end it with Ctrl-C in its terminal first.",
        )
        self.address = address
