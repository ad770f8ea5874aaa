"""Every change a painter can make, as a checked model: one union, told apart by `action`.

The models are made from the functions of `kind_distance.studio.changes`: their names, arguments and first lines. The
remedies of judgements use the same names.
"""

from __future__ import annotations

import inspect
import operator
from functools import reduce
from typing import TYPE_CHECKING, Annotated, Any, Literal, get_type_hints

from pydantic import BaseModel, ConfigDict, Field, create_model

from kind_distance.studio.changes import CHANGES, SETS, Change


class ChangeBase(BaseModel):
    """A change as it is asked for; `action` names it."""

    model_config = ConfigDict(extra="forbid")

    action: str

    def arguments(self) -> dict[str, Any]:
        """Give what the change needs, without what was left out."""
        return {name: getattr(self, name) for name in self.model_fields_set if name != "action"}


def _model_of(name: str, change: Change) -> type[ChangeBase]:
    """Make the model of a change from its function."""
    hints = get_type_hints(change, include_extras=True)
    wanted: dict[str, Any] = {"action": (Literal[name], ...)}
    for each in inspect.signature(change).parameters.values():
        if each.kind is inspect.Parameter.KEYWORD_ONLY:
            wanted[each.name] = (hints[each.name], ... if each.default is inspect.Parameter.empty else each.default)
    wanted |= {field: (hint, None) for field, (hint, _) in SETS.get(name, {}).items()}
    said = inspect.getdoc(change) or ""
    title = "".join(part.capitalize() for part in name.split("_"))
    return create_model(title, __base__=ChangeBase, __doc__=said, **wanted)


MODELS = {name: _model_of(name, change) for name, change in CHANGES.items()}
_ANY: Any = Annotated[reduce(operator.or_, MODELS.values()), Field(discriminator="action")]


class RequestBase(BaseModel):
    """What is asked with a change: on which version of the painting it was made, and which view of it is shown."""

    version: int
    shown: Annotated[str, Field(max_length=24)] | None = None


if TYPE_CHECKING:

    class ChangeRequest(RequestBase):
        """A change, made on a certain version of the painting."""

        change: ChangeBase

else:
    ChangeRequest = create_model(
        "ChangeRequest",
        __base__=RequestBase,
        __doc__="A change, made on a certain version of the painting.",
        change=(_ANY, ...),
    )


class VersionRequest(RequestBase):
    """A step through the history, made on a certain version of the painting."""
