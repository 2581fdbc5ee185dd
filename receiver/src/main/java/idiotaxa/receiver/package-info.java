/**
 * A small stand-in for a texturing tool. It reads a hand-off package as a stranger would: it knows the
 * published manifest schema, PNG and zip, and no class of the application.
 */
package idiotaxa.receiver;
