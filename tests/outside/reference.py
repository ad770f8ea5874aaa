"""The reference library, imported without its remarks on plotting packages that tests do not need."""

import warnings

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    import colour

__all__ = ["colour"]
