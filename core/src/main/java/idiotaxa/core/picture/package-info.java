/** Small still pictures of models for lists; what is judged is shown by the stage, not here. */
package idiotaxa.core.picture;
