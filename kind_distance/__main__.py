"""Run the command line: ``python -m kind_distance``."""

from kind_distance.cli import main

raise SystemExit(main())
