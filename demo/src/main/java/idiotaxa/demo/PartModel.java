package idiotaxa.demo;

import java.util.List;

/** A named part made of patches. */
record PartModel(String name, int material, List<Patch> patches) {}
