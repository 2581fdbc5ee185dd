/**
 * Divides a welded surface where it would divide by itself, as some strokes ask for.
 * {@link idiotaxa.core.spread.Creases} measures a model, {@link idiotaxa.core.spread.Spread} follows strokes over it.
 */
package idiotaxa.core.spread;
