package idiotaxa.core.check;

/**
 * Something about a model or a bake that needs a look.
 *
 * @param code stable, for programs: lower-case words with hyphens
 * @param what one sentence
 * @param where part or sheet, empty for the whole model
 * @param cure what to do
 */
public record Finding(String code, String what, String where, String cure) {}
