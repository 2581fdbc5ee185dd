/** How long things are kept: the trash, what is removed for good, bytes that nothing points to, and what takes the space. */
package idiotaxa.server.life;
