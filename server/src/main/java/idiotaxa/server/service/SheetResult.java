package idiotaxa.server.service;

import idiotaxa.core.bake.Reach;
import idiotaxa.core.bake.SheetReport;

/**
 * What is kept of a baked sheet beside its maps.
 *
 * @param reach null when nothing was traced
 * @param pairing {@code names}, {@code all} or {@code none}
 */
public record SheetResult(SheetReport report, Reach reach, String pairing) {}
