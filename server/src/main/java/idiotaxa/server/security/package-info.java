/** Keeps foreign hosts and foreign pages away from the loopback application. */
package idiotaxa.server.security;
