/**
 * UV triangles on a texel grid, exactly: sheets, tiles, the owner of each sample by a top-left rule, thin
 * triangles, overlaps. A texel (x, y) is the square [x, x+1) × [y, y+1), rows downwards; UVs have their
 * origin bottom-left.
 */
package idiotaxa.core.raster;
