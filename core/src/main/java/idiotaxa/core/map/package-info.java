/**
 * What a bake leaves: the crisp group of each texel, the shares of texels that several groups have,
 * their padding, the images made from them and the file that keeps them. Rows run down.
 */
package idiotaxa.core.map;
