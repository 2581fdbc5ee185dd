/** ID images that came from elsewhere, made crisp: which groups they hold and which texel has which. */
package idiotaxa.core.clean;
