package idiotaxa.core.bake;

/** How rays go from a target to a source. */
public record RaySettings(Reach reach, Pairing pairing) {}
