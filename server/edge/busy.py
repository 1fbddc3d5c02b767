"""What is refused for now, or for good: too much at once, what somebody else has changed meanwhile, what has ended."""

from partita.errors import Problem


class BusyError(Exception):
    """Asked too often, or while too much of that kind runs: 429, to be asked again in `again_s` seconds."""

    def __init__(self, where: str, what: str, accepted: str, again_s: int = 60) -> None:
        super().__init__(what)
        self.problem, self.again_s = Problem(where, what, accepted), again_s


class ChangedMeanwhileError(Exception):
    """What is to be saved was saved by another since it was read: 409, and nothing is overwritten."""

    def __init__(self, where: str, what: str, accepted: str) -> None:
        super().__init__(what)
        self.problem = Problem(where, what, accepted)


class GoneError(Exception):
    """What was there has ended: 410."""

    def __init__(self, where: str, what: str, accepted: str) -> None:
        super().__init__(what)
        self.problem = Problem(where, what, accepted)
