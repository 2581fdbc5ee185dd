/**
 * Pixel images behind one type, {@link idiotaxa.core.image.PixelImage}, which is made row by row and
 * knows nothing of file formats; PNG is written, PNG and JPEG are decoded, bounded.
 */
package idiotaxa.core.image;
