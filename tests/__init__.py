"""The tests. Property tests take the same examples on every run of the gate; KIND_DISTANCE_EXPLORE=1 looks for new ones."""

import os

from hypothesis import HealthCheck, settings

# A busy machine is slow to draw examples; speed is a matter for the benchmark, never for a test.
settings.register_profile(
    "gate", derandomize=True, database=None, deadline=None, suppress_health_check=[HealthCheck.too_slow]
)
if not os.environ.get("KIND_DISTANCE_EXPLORE"):
    settings.load_profile("gate")
