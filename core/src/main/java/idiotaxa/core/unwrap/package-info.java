/**
 * Automatic UV layout: faces are gathered into charts that are nearly flat, each chart is projected
 * onto its plane, scaled to one texel density, turned to its smallest box and packed.
 */
package idiotaxa.core.unwrap;
