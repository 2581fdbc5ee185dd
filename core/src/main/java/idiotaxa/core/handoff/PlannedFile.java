package idiotaxa.core.handoff;

/**
 * A file that a hand-off will hold.
 *
 * @param what in words for the artist
 * @param line of the template that writes it, from 0; −1 for none
 */
public record PlannedFile(String path, String what, int line) {}
