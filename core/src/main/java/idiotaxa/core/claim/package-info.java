/**
 * Claims: rules, hand claims and how they win over each other, name patterns and stems, and which faces a
 * rule reaches.
 */
package idiotaxa.core.claim;
