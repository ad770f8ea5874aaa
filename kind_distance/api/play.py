"""Routes of the playground: the passes of a practice scene in any order, and what comes of it."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query, Response
from pydantic import BaseModel, Field

from kind_distance.api.context import Here, forever
from kind_distance.core.paint.media import medium_of
from kind_distance.core.practice.airs import AIRS
from kind_distance.core.practice.play import (
    FILMS,
    MEDIA,
    WAITS,
    Move,
    Playground,
    air_of,
    outcomes,
    playground,
)
from kind_distance.core.wording import first_upper, say_minutes
from kind_distance.errors import DomainError
from kind_distance.exchange.pictures import jpeg
from kind_distance.stages.practice.play_words import AIR_NAMES, FILM_NAMES, say_outcomes, say_played

router = APIRouter(prefix="/api/practice", tags=["practice"])


class PlayPassView(BaseModel):
    """A pass that may be moved."""

    at: int
    said: str


class PlayMoveView(BaseModel):
    """What is done with a pass: which wait before it, and which film."""

    at: int
    wait: int
    film: int


class PlayChoiceView(BaseModel):
    """Something to choose."""

    key: str
    said: str


class PlayView(BaseModel):
    """A playground of the build: its passes, what may be done with them, and what comes of it."""

    seed: int
    medium: str
    air: int
    media: list[PlayChoiceView]
    airs: list[str]
    waits: list[str]
    films: list[str]
    passes: list[PlayPassView]
    moves: list[PlayMoveView]
    book: list[PlayMoveView] = Field(description="By the book: far to near, with the shortest waits that let all dry.")
    picture: str
    book_picture: str
    took_said: str
    book_said: str
    told: list[str]


Moves = Annotated[str, Query(max_length=80, pattern=r"^(\d{1,2}\.\d\.\d(-\d{1,2}\.\d\.\d){0,11})?$")]
Medium = Annotated[str, Query(max_length=20, pattern="^[a-z_]*$")]
Air = Annotated[int, Query(ge=0, lt=len(AIRS))]
PlaySeed = Annotated[int, Query(ge=1, le=10_000_000)]


def _moves_of(said: str, ground: Playground, air: int) -> tuple[Move, ...]:
    """Read moves from an address, `pass.wait.film` joined by hyphens; by the book where none are said."""
    if not said:
        return ground.by_the_book(air_of(air))
    moves = tuple(Move(*(int(part) for part in each.split("."))) for each in said.split("-"))
    if any(move.wait >= len(WAITS) or move.film >= len(FILMS) for move in moves):
        raise DomainError("There is no such wait or film.", "Choose one of the list.")
    return moves


def _written(moves: tuple[Move, ...]) -> str:
    return "-".join(f"{move.at}.{move.wait}.{move.film}" for move in moves)


@router.get("/play", summary="Play with the passes of a scene")
def play(here: Here, seed: PlaySeed = 13, medium: Medium = "acrylic", air: Air = 1, moves: Moves = "") -> PlayView:
    """Paint a scene's passes in an order, with waits, films and air of one's own, and tell what comes of it."""
    ground = playground(seed, medium)
    mine, book = _moves_of(moves, ground, air), ground.by_the_book(air_of(air))
    film = here.films.film(ground.scene)
    played, plain = ground.played(mine, air_of(air)), ground.played(book, air_of(air))
    told = say_outcomes(outcomes(ground, played, film.stage(played.steps), film.stage(plain.steps)))
    return PlayView(
        seed=seed, medium=medium, air=air,
        media=[PlayChoiceView(key=key, said=medium_of(key).name) for key in MEDIA], airs=list(AIR_NAMES),
        waits=["none" if not each else say_minutes(each) for each in WAITS], films=list(FILM_NAMES),
        passes=[PlayPassView(at=at, said=first_upper(each.said)) for at, each in enumerate(ground.passes)],
        moves=[PlayMoveView(at=each.at, wait=each.wait, film=each.film) for each in mine],
        book=[PlayMoveView(at=each.at, wait=each.wait, film=each.film) for each in book],
        picture=f"/api/practice/play.jpg?seed={seed}&medium={medium}&air={air}&moves={_written(mine)}",
        book_picture=f"/api/practice/play.jpg?seed={seed}&medium={medium}&air={air}&moves={_written(book)}",
        took_said=say_played(played), book_said=say_played(plain), told=told,
    )  # fmt: skip


@router.get("/play.jpg", response_class=Response, summary="Show what was played")
def play_picture(
    here: Here, seed: PlaySeed = 13, medium: Medium = "acrylic", air: Air = 1, moves: Moves = ""
) -> Response:
    """Show the picture that an order with its waits and films comes to."""
    ground = playground(seed, medium)
    played = ground.played(_moves_of(moves, ground, air), air_of(air))
    return forever(jpeg(here.films.film(ground.scene).stage(played.steps).codes), "image/jpeg")
