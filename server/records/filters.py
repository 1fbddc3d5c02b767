"""Which decisions and matches are meant: by day, player, opponent, game, table, kinds, words."""

from datetime import date
from typing import Annotated, Any

from django.db.models import Q
from ninja import Schema
from pydantic import Field

from partita.record.choices import told_or_supposed
from records.models import Decision, Match, in_sight

# Rows of a page.
DECISIONS, MATCHES = 25, 10
_MOST_DELETED = 50


class Filters(Schema):
    """What a page of the record is about; empty fields let everything through. `kind`: of shot; `since`, `until`:
    days."""

    player: Annotated[str, Field(max_length=60)] = ""
    opponent: Annotated[str, Field(max_length=60)] = ""
    game: Annotated[str, Field(max_length=20)] = ""
    table: Annotated[str, Field(max_length=60)] = ""
    kind: Annotated[str, Field(max_length=10)] = ""
    choice: Annotated[str, Field(max_length=10)] = ""
    since: date | None = None
    until: date | None = None
    words: Annotated[str, Field(max_length=80, pattern=r"^[^\x00]*$")] = ""

    def _both(self) -> dict[str, Any]:
        named = {
            "player_name": self.player, "opponent_name": self.opponent, "game": self.game, "table_name": self.table,
            "played_on__gte": self.since, "played_on__lte": self.until,
        }  # fmt: skip
        return {name: value for name, value in named.items() if value}

    def decisions(self, owner: Any) -> Any:
        """An owner's decisions that are meant, the latest first."""
        kinds: dict[str, Any] = {"shot": self.kind} if self.kind else {}
        kinds |= {"choice__in": told_or_supposed(self.choice)} if self.choice else {}
        rows = in_sight(Decision, owner).filter(**self._both(), **kinds)
        if not self.words:
            return rows
        return rows.filter(
            Q(shot_name__icontains=self.words) | Q(best_name__icontains=self.words)
            | Q(opponent_name__icontains=self.words) | Q(ending__icontains=self.words.replace(" ", "_"))
        )  # fmt: skip

    def matches(self, owner: Any) -> Any:
        """An owner's matches that are meant, the latest first; kinds say nothing of a match."""
        rows = in_sight(Match, owner).filter(**self._both())
        if not self.words:
            return rows
        return rows.filter(
            Q(opponent_name__icontains=self.words) | Q(player_name__icontains=self.words)
            | Q(notes__icontains=self.words)
        )  # fmt: skip


def known(owner: Any) -> dict[str, list[str]]:
    """What there is to choose from."""
    columns = {"players": "player_name", "opponents": "opponent_name", "games": "game", "tables": "table_name"}
    return {
        name: sorted({
            value
            for kind in (Decision, Match)
            for value in in_sight(kind, owner).order_by().values_list(column, flat=True).distinct()
            if value
        })
        for name, column in columns.items()
    }  # fmt: skip


def deleted(owner: Any) -> list[dict[str, Any]]:
    """What was deleted and can still be brought back, the latest first; without decisions that went with a match."""
    matches = list(Match.objects.filter(owner=owner).exclude(deleted=None))
    gone = {match.pk: match.deleted for match in matches}
    decisions = Decision.objects.filter(owner=owner).exclude(deleted=None).select_related("rack")
    alone = [one for one in decisions if one.rack is None or gone.get(one.rack.match_id) != one.deleted]
    rows = [_gone("match", one, f"{one.player_name} – {one.opponent_name}") for one in matches]
    rows += [_gone("decision", one, one.shot_name) for one in alone]
    return sorted(rows, key=lambda row: row["deleted"], reverse=True)[:_MOST_DELETED]


def _gone(kind: str, kept: Match | Decision, words: str) -> dict[str, Any]:
    return {"kind": kind, "id": kept.pk, "words": words, "played_on": kept.played_on, "deleted": kept.deleted}
