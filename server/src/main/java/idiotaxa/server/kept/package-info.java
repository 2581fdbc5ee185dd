/** Packages in the hand-off folder that are kept up to date while an asset is sorted. */
package idiotaxa.server.kept;
