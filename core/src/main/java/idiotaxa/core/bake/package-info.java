/**
 * Moves group numbers from wherever they live onto the target's UVs: the passes over a sheet, resolving
 * of texels, problems, report, key.
 *
 * <p>{@link idiotaxa.core.bake.PreparedBake} holds what all sheets share; {@code SheetBaker} goes over a
 * sheet tile by tile, reads one group a sample from the target's own surface or by rays, and resolves
 * texels. The same input gives the same bytes whatever the number of threads.
 */
package idiotaxa.core.bake;
