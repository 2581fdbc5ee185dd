/**
 * Moves group numbers from wherever they live onto the target's UVs.
 *
 * <p>Pipeline: {@link idiotaxa.core.bake.Origins} reads IDs into {@link
 * idiotaxa.core.bake.SurfaceGroups}; {@link idiotaxa.core.bake.Pairing} and {@link
 * idiotaxa.core.bake.ReachMeasure} say what a ray may hit and how far it goes; {@link
 * idiotaxa.core.bake.SheetBaker} rasters a sheet, reads one group a sample and resolves texels; {@link
 * idiotaxa.core.bake.NearestCovered} pads. A texel (x, y) is the square [x, x+1) × [y, y+1) with rows
 * running down; UVs have their origin bottom-left. The same input gives the same bytes whatever the
 * number of threads.
 */
package idiotaxa.core.bake;
