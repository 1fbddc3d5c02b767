"""Games: the rules, one module a game, behind one small interface."""

from partita.errors import refuse
from partita.games.eight_ball import EightBall
from partita.games.game import Game
from partita.games.nine_ball import NineBall
from partita.games.snooker import Snooker
from partita.games.straight_pool import StraightPool
from partita.games.ten_ball import TenBall

GAMES: dict[str, Game] = {game.name: game for game in (NineBall(), TenBall(), EightBall(), StraightPool(), Snooker())}
ALL_BALLS = tuple(dict.fromkeys(ball for game in GAMES.values() for ball in game.balls))


def game_named(name: str) -> Game:
    """The rules of a game by its name in files."""
    if name not in GAMES:
        raise refuse("game", f"there is no game “{name[:40]}”", f"Use one of {', '.join(GAMES)}.")
    return GAMES[name]
