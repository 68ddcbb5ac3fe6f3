"""Hand over: medians of runs, and what no link can be."""

from rindle_core.stations.handover.acceptance import AcceptanceInput, ServiceRun, acceptance


def test_medians_and_an_impossible_latency():
    runs = [ServiceRun(when="after", down_mbps=d, up_mbps=5, latency_ms=ms) for d, ms in ((40, 31), (50, 35), (90, 30))]
    outcome = acceptance(AcceptanceInput(runs=runs, least_ping_ms=490))
    assert (outcome.result.after.down_mbps, outcome.result.after.latency_ms) == (50, 31)
    assert {f.code: f.level for f in outcome.findings}["handover.latency"] == "mind"
