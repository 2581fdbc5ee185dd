/** The files of one upload and their names, and how a file is refused. */
package idiotaxa.core.file;
