/** The Bake station: settings, preflight, jobs, images. Stations meet through services and views. */
package idiotaxa.server.bake;
