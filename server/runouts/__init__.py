"""Run-outs: patterns asked, worked out in a worker, printed."""
