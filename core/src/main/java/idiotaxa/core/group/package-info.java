/**
 * Material groups, palettes, the distances between ID colours and proposals of groups from what a
 * file holds. Colours are 8-bit sRGB, {@code 0xRRGGBB}; group number 0 means unclaimed.
 */
package idiotaxa.core.group;
