package idiotaxa.core.mesh;

/** A named object of a file. The name may be empty where the file gave none. */
public record Part(String name) {}
