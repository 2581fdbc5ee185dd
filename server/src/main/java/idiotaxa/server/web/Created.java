package idiotaxa.server.web;

/** Answer to a request that makes something. */
public record Created(long id) {}
