/** Whether a source lies on its target, and the change of scale, axes and offset that puts it there. */
package idiotaxa.core.align;
