/** Finds pieces that are equal up to a rigid motion or a mirror. */
package idiotaxa.core.alike;
