/**
 * Meshes and what follows from their topology.
 *
 * <p>Positions are metres in a right-handed, y-up frame; faces wind counter-clockwise seen from
 * outside; UVs have their origin bottom-left; colours are 8-bit sRGB packed as {@code 0xAARRGGBB}. A
 * mesh keeps its polygons as they came beside a triangulation. A <em>corner</em> is one vertex of one
 * face; attributes live on corners, positions on vertices.
 */
package idiotaxa.core.mesh;
