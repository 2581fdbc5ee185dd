/** Rules that pick faces from faces: rings, patches, growth, facing. */
package idiotaxa.core.pick;
