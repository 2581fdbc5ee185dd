/** Runs a recipe on models as they are written into a folder. */
package idiotaxa.cli.watch;
