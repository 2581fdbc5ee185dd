package idiotaxa.core.bake;

import idiotaxa.core.map.SheetMaps;

/** The maps of a sheet with what they are worth. */
public record BakedSheet(String name, SheetMaps maps, SheetReport report) {}
