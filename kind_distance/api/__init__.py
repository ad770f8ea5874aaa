"""The border of the application: HTTP on loopback, checked models in and out, problem documents for what goes wrong."""
