package idiotaxa.core.known;

/**
 * How often a kind of piece was sorted into a group, in one asset.
 *
 * @param pieces at least 1
 */
public record Seen(KnownGroup group, String asset, int pieces) {}
