"""What leaves the application of judgements and their remedies."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, Field

Severity = Literal["strong", "mild", "note"]


class RemedyView(BaseModel):
    """One press that would answer a judgement."""

    label: str
    action: str
    arguments: dict[str, Any]


class JudgementView(BaseModel):
    """One thing worth the painter's attention."""

    key: str
    kind: str
    stage: str
    severity: Severity
    title: str
    text: str
    planes: list[int]
    remedies: list[RemedyView]
    meant_so: str | None = Field(description="The painter's reason, where it was silenced.")
