"""Run-outs: ask, follow, stop, print."""

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from edge.current import account
from edge.responses import pdf_response
from partita.reports.paper.ring_marks import Units
from partita.reports.runout.pdf import run_out_sheet
from runouts.kinds import RUN_OUTS, RunOutIn, RunOutOut, ask, plan_of, request_of
from runouts.models import RunOut
from work.addresses import addresses

router = Router(tags=["run-outs"])


@router.get("/run-outs/{int:run_out_id}/sheet", response={200: None})
def sheet(request: HttpRequest, run_out_id: int, units: Units = "cm", title: str = "") -> HttpResponse:
    """The plan as a sheet, a PDF with a small drawing for each ball."""
    found = get_object_or_404(RunOut, owner=account(request), pk=run_out_id)
    plan = plan_of(found)
    if plan is None:
        raise Http404
    return pdf_response(run_out_sheet(request_of(found).situation, plan, title, units))


addresses(router, RUN_OUTS, RunOutOut, RunOutIn, ask)
