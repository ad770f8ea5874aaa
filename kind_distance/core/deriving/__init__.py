"""From planned planes and wanted things to the passes a painter would paint, in the order of a school."""
