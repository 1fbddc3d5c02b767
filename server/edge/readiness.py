"""What of the physics has been compiled on this machine; what is asked before it is there waits, and says for what."""

from functools import lru_cache

from ninja import Schema

from partita.kernels.stages import STAGES, are_ready, is_ready


class StageOut(Schema):
    """A part of the physics: what it is in words, and whether it is there."""

    name: str
    words: str
    done: bool


class ReadinessOut(Schema):
    """How far the physics is; `share` 0..1 of the work, `waits_for` in words where something is not there yet."""

    ready: bool
    share: float
    waits_for: str
    stages: list[StageOut]


class NotReadyError(Exception):
    """Something was asked for which the physics is not there yet: to be asked again in a moment."""


def readiness() -> ReadinessOut:
    """How far it is."""
    done = [is_ready(stage.name) for stage in STAGES]
    total = sum(stage.about_s for stage in STAGES)
    share = sum(stage.about_s for stage, there in zip(STAGES, done, strict=True) if there) / total
    stages = [StageOut(name=s.name, words=s.words, done=there) for s, there in zip(STAGES, done, strict=True)]
    return ReadinessOut(
        ready=all(done), share=round(share, 3), waits_for=waits_for("weighing", "racks", "runs"), stages=stages
    )


def waits_for(*names: str) -> str:
    """What of these parts is being compiled, in words; empty when all are there."""
    if are_ready(*names):
        return ""
    missing = [stage.words for stage in STAGES if not is_ready(stage.name)]
    return f"The physics is being made ready on this machine, once: {', '.join(missing)}."


@lru_cache(maxsize=8)
def _remembered(*names: str) -> bool:
    if not are_ready(*names):
        raise NotReadyError(waits_for(*names))
    return True


def need(*names: str) -> None:
    """Go on when these parts are there, else raise `NotReadyError`. Once there, they stay."""
    _remembered(*names)
