/**
 * What leaves: file names, manifest, package. The manifest is described by the JSON schema in the
 * folder {@code formats} of the repository; it is the only thing that a receiver needs to know.
 */
package idiotaxa.core.handoff;
