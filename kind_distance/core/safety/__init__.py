"""Where the usual cautions apply: it informs and certifies nothing."""
