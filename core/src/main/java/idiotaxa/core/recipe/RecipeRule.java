package idiotaxa.core.recipe;

import idiotaxa.core.claim.ClaimRule;

/**
 * A rule of a recipe.
 *
 * @param rule with the number of the palette's group
 * @param tolerance 8-bit RGB distance of a colour, of others without meaning
 */
public record RecipeRule(ClaimRule rule, double tolerance) {}
