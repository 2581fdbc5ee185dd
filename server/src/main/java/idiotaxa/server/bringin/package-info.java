/** The Bring in station: uploads, reading, parts, layouts, alignment, reference pictures. */
package idiotaxa.server.bringin;
