package idiotaxa.core.check;

/**
 * Something about a model or a bake that needs a look.
 *
 * @param code stable, for programs: lower-case words with hyphens
 * @param isHarmless whether a bake comes out right all the same
 * @param what one sentence
 * @param where part or sheet, empty for the whole model
 * @param cure what to do
 * @param count how many faces, edges, texels or parts it is about, as {@code what} says
 * @param faces some of the faces to look at, at most a thousand; empty when it has no place
 */
public record Finding(
    String code,
    boolean isHarmless,
    String what,
    String where,
    String cure,
    long count,
    int[] faces) {}
