"""How far the physics is."""

from django.http import HttpRequest
from ninja import Router

from edge.readiness import ReadinessOut, readiness

router = Router(tags=["work"])


@router.get("/readiness", response=ReadinessOut)
def state(request: HttpRequest) -> ReadinessOut:
    """What of the physics is there, and what is being compiled."""
    return readiness()
