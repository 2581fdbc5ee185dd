/**
 * The models of the made-up scenario <em>Saltmarsh Light</em>, generated deterministically. A model is
 * a list of parametric {@link idiotaxa.demo.Patch}es, meshed coarsely with a UV layout as a target and
 * finely with vertex colours as a source. Metres, y up.
 */
package idiotaxa.demo;
