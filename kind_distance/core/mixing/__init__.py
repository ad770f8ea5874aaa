"""Mixing paint: spectra, tubes, films, recipes in whole parts, how a colour dries, how much is wanted."""
