/** Masks: what is made of baked maps, as rules that survive the next bake; images that come from elsewhere. */
package idiotaxa.server.mask;
