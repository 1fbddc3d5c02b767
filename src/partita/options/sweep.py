"""The sweep: noise-free strokes in every direction, to find what nobody constructs."""

import math

import numpy as np

from partita.games.situation import Situation
from partita.physics.simulate import names_of, places_of
from partita.physics.stroke import Stroke
from partita.table.geometry import bed_of

# At the visible target: contacts from thin to full to thin, speeds and heights of tip.
_CONTACTS = 33
_FAN_SPEEDS_MPS = (0.5, 0.8, 1.2, 1.7, 2.4, 3.4)
_FAN_HEIGHTS_R = (-0.3, 0.0, 0.3)
# Everywhere: kicks by one or more cushions, struck rolling or stunned.
_DIRECTIONS = 480
_KICK_SPEEDS_MPS = (1.3, 2.2, 3.4)
_KICK_HEIGHTS_R = (0.0, 0.3)


def sweep_strokes(situation: Situation, target: str) -> list[Stroke]:
    """Strokes of the sweep: a fan over the target's width, and every direction for kicks."""
    names, places = names_of(situation.layout), places_of(situation.layout)
    line = places[names.index(target)] - places[0]
    distance, middle = float(np.hypot(*line)), math.atan2(line[1], line[0])
    reach = math.asin(min(1.0, 2 * bed_of(situation.layout.table).radius / distance))
    # Equal steps of the offset, so that thin hits are as finely seen as full ones.
    offsets = np.linspace(-0.97, 0.97, _CONTACTS)
    fan = [middle + math.asin(offset * math.sin(reach)) for offset in offsets]
    strokes = [
        Stroke(math.degrees(aim), speed, 0.0, height)
        for aim in fan
        for speed in _FAN_SPEEDS_MPS
        for height in _FAN_HEIGHTS_R
    ]
    around = middle + 2 * np.pi * np.arange(_DIRECTIONS) / _DIRECTIONS
    strokes += [
        Stroke(math.degrees(math.remainder(aim, 2 * math.pi)), speed, 0.0, height)
        for aim in around
        if abs(math.remainder(aim - middle, 2 * math.pi)) > reach
        for speed in _KICK_SPEEDS_MPS
        for height in _KICK_HEIGHTS_R
    ]
    return strokes
