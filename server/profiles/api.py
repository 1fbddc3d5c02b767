"""Players: the levels everybody has, and one's own profiles."""

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from edge.current import account
from edge.naming import Name
from partita.players.stroke_model import PRESETS, Hand, Jumps, School
from profiles import services
from profiles.models import PlayerProfile
from profiles.services import Wanted, save_profile

router = Router(tags=["profiles"])


class StrokeModelOut(Schema):
    """Standard deviations of a player's strokes, and the player's hand, reach (m), nerves and school of kicking."""

    aim_deg: float
    speed: float
    tip: float
    sight_mm: float
    power_cost: float
    side_cost: float
    reach_m: float = 0.75
    nerves: float = 0.0
    hand: Hand = "right"
    kicks: School = "neither"
    jumps: Jumps = "none"


class PlayerOut(Schema):
    """A player to choose: `key` is what a study is asked with."""

    key: str
    name: str
    own: bool
    level: str
    stroke_model: StrokeModelOut
    is_measured: bool = False
    use_measured: bool = False
    cue: str = ""
    notes: str = ""


class PlayerIn(Schema):
    """A profile made from a level, with what is the player's own: hand, reach (m), nerves (share added to the aim
    error; those of the level when left out), the school of kicking that was practised, and what he jumps
    with (as the level when left out). `use_measured`: the odds are by what attempts say, as soon as they do."""

    name: Name = Field(min_length=1, max_length=60)
    level: str = Field(max_length=60)
    hand: Hand = "right"
    reach_m: float = 0.75
    nerves: float | None = None
    kicks: School = "neither"
    jumps: Jumps | None = None
    use_measured: bool = True
    cue: str = Field("", max_length=80)
    notes: str = Field("", max_length=1000)

    @property
    def wanted(self) -> Wanted:
        """As the services take it."""
        nerves = {} if self.nerves is None else {"nerves": self.nerves}
        jumps = {} if self.jumps is None else {"jumps": self.jumps}
        own = {"hand": self.hand, "reach_m": self.reach_m, "kicks": self.kicks, **jumps, **nerves}
        return Wanted(self.name, self.level, own, self.use_measured, self.cue, self.notes)


class PlayersFileIn(Schema):
    """A file of players."""

    text: str = Field(max_length=200_000)


def _out(profile: PlayerProfile) -> PlayerOut:
    model = StrokeModelOut.model_validate(profile.stroke_model)
    return PlayerOut(
        key=f"profile:{profile.pk}", name=profile.name, own=True, level=profile.level, stroke_model=model,
        is_measured=profile.measured is not None, use_measured=profile.use_measured, cue=profile.cue,
        notes=profile.notes,
    )  # fmt: skip


def _own(request: HttpRequest, player_id: int) -> PlayerProfile:
    return get_object_or_404(PlayerProfile, owner=account(request), pk=player_id)


@router.get("/players", response=list[PlayerOut])
def players(request: HttpRequest) -> list[PlayerOut]:
    """One's own profiles, then the levels from professional to beginner."""
    own = [_out(profile) for profile in PlayerProfile.objects.filter(owner=account(request))]
    levels = [
        PlayerOut(
            key=name, name=name, own=False, level=name, stroke_model=StrokeModelOut.model_validate(model.as_json())
        )
        for name, model in PRESETS.items()
    ]
    return own + levels


@router.post("/players", response=PlayerOut)
def add_player(request: HttpRequest, body: PlayerIn) -> PlayerOut:
    """Make a player from a level under a name."""
    return _out(save_profile(account(request), body.wanted))


@router.put("/players/{int:player_id}", response=PlayerOut)
def change_player(request: HttpRequest, player_id: int, body: PlayerIn) -> PlayerOut:
    """Change one of one's own players; studies keep what they were asked with."""
    return _out(save_profile(account(request), body.wanted, _own(request, player_id)))


@router.delete("/players/{int:player_id}", response={204: None})
def remove_player(request: HttpRequest, player_id: int) -> tuple[int, None]:
    """Delete one of one's own players; studies keep what they were asked with."""
    _own(request, player_id).delete()
    return 204, None


@router.get("/players/file", response=str)
def as_file(request: HttpRequest) -> str:
    """All of one's own players as a file, to be kept or shared."""
    return services.file_of(account(request))


@router.post("/players/file", response=list[PlayerOut])
def take_in(request: HttpRequest, body: PlayersFileIn) -> list[PlayerOut]:
    """Players of a file: all of them or none, a wrong one is named by its line."""
    services.take_in(account(request), body.text)
    return players(request)
