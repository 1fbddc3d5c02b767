"""Too much at once: what is refused for now, and may be asked again."""

from partita.errors import Problem


class BusyError(Exception):
    """Asked too often, or while too much of that kind runs: 429, to be asked again in `again_s` seconds."""

    def __init__(self, where: str, what: str, accepted: str, again_s: int = 60) -> None:
        super().__init__(what)
        self.problem, self.again_s = Problem(where, what, accepted), again_s
