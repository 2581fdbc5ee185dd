/**
 * Readers and writers of open formats. Readers are bounded: what a file claims is checked against
 * what it holds before anything is allocated, nothing outside the upload is opened, and a refusal is
 * one {@link idiotaxa.core.file.FormatException} that names file, place and cure.
 */
package idiotaxa.core.format;
