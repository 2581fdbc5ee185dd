package idiotaxa.core.bake;

/** The maps of a sheet with what they are worth. */
public record BakedSheet(String name, SheetMaps maps, SheetReport report) {}
