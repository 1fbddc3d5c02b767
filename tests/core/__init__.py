"""The core alone. Machines are shared: how long hypothesis takes to make an input says nothing of the code."""

from hypothesis import HealthCheck, settings

settings.register_profile("shared machine", suppress_health_check=[HealthCheck.too_slow], deadline=None)
settings.load_profile("shared machine")
