package idiotaxa.core.check;

/**
 * What can be done about a finding of a preflight.
 *
 * @param words for a button
 * @param action {@code origin}, {@code read-target}, {@code read-sources}, {@code pairing}, {@code link},
 *     {@code reach} (to measure it), {@code sort} or {@code bring-in}
 * @param value what the action needs: an origin, a kind of pairing, or two part names of a link with a tab
 *     between; empty for stations
 */
public record Cure(String words, String action, String value) {}
