package idiotaxa.core.check;

import java.util.List;

/**
 * Something to know before a bake.
 *
 * @param code stable, for programs: lower-case words with hyphens
 * @param stops whether a bake would be refused; else it can be gone on with
 * @param what one sentence: what, where and how much
 */
public record PreflightFinding(String code, boolean stops, String what, List<Cure> cures) {}
