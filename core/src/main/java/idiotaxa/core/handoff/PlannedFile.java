package idiotaxa.core.handoff;

/**
 * A file that a hand-off will hold.
 *
 * @param what in words for the artist
 */
public record PlannedFile(String path, String what) {}
