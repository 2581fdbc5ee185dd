/** What a hand-off writes and how it is named: templates, their file form, and file name patterns. */
package idiotaxa.core.template;
