/**
 * Where IDs are read from: claims, vertex colours, materials, parts, pieces, textures. Reading gives a
 * group for every point of a surface, and proposes groups where there are none.
 */
package idiotaxa.core.origin;
