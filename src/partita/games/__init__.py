"""Games: the rules, one module a game, behind one small interface."""

from partita.errors import refuse
from partita.games.game import Game
from partita.games.nine_ball import NineBall

GAMES: dict[str, Game] = {game.name: game for game in (NineBall(),)}


def game_named(name: str) -> Game:
    """The rules of a game by its name in files."""
    if name not in GAMES:
        raise refuse("game", f"there is no game “{name[:40]}”", f"Use one of {', '.join(GAMES)}.")
    return GAMES[name]
