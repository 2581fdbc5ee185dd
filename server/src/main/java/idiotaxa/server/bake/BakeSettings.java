package idiotaxa.server.bake;

import idiotaxa.core.pairing.PairingMode;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.reach.Reach;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What an artist chooses for a bake.
 *
 * @param origin word of {@link IdOrigin}
 * @param isFromSource whether IDs are read from sources by rays, else from the target itself
 * @param sourceIds which sources, null for all that the asset has
 * @param size side of a sheet, px
 * @param samples a texel
 * @param isExact all samples in every texel; absent for not
 * @param padding px, −1 for the whole sheet
 * @param reachOutward metres, null to measure
 * @param reachInward metres, null to measure
 * @param partReaches of target parts that have their own; absent for none
 * @param pairing {@code names}, {@code all} or {@code fitting}
 * @param affixes the house's own suffixes and prefixes of names; absent for none
 * @param links of parts, made by hand; absent for none
 * @param isSolid whether rays hit what is transparent too; absent for not
 * @param isAnyway whether a bake that would be refused is wanted all the same; absent for not
 */
public record BakeSettings(
    IdOrigin origin,
    Boolean isFromSource,
    List<Long> sourceIds,
    Integer size,
    Integer samples,
    Boolean isExact,
    Integer padding,
    Double reachOutward,
    Double reachInward,
    List<PartReach> partReaches,
    PairingMode pairing,
    List<String> affixes,
    List<PairingRules.Link> links,
    Boolean isSolid,
    Boolean isAnyway) {
  private static final int LARGEST = 8192;

  /** Reach of one target part, metres. */
  public record PartReach(String part, double outward, double inward) {}

  public BakeSettings {
    need("origin", origin);
    need("isFromSource", isFromSource);
    need("size", size);
    need("samples", samples);
    need("padding", padding);
    need("pairing", pairing);
    isExact = isExact != null && isExact;
    isSolid = isSolid != null && isSolid;
    isAnyway = isAnyway != null && isAnyway;
    partReaches = partReaches == null ? List.of() : List.copyOf(partReaches);
    affixes = affixes == null ? List.of() : List.copyOf(affixes);
    links = links == null ? List.of() : List.copyOf(links);
    new SheetSettings(size, size, samples, isExact, 1);
    if (size > LARGEST) {
      throw new IllegalArgumentException("size must be at most " + LARGEST + " px, got " + size);
    }
    if (padding < -1) {
      throw new IllegalArgumentException("padding must not be negative, got " + padding + " px");
    }
    if ((reachOutward == null) != (reachInward == null)) {
      throw new IllegalArgumentException("reach needs both outward and inward, or neither");
    }
    partReaches.forEach(of -> new Reach(of.outward(), of.inward()));
    new PairingRules(affixes, links);
  }

  private static void need(String field, Object value) {
    if (value == null) {
      throw new IllegalArgumentException(field + " is missing.");
    }
  }

  /** The same with what names sources and parts. */
  BakeSettings following(
      List<Long> otherSources, List<PartReach> otherReaches, List<PairingRules.Link> otherLinks) {
    return new BakeSettings(
        origin,
        isFromSource,
        otherSources,
        size,
        samples,
        isExact,
        padding,
        reachOutward,
        reachInward,
        otherReaches,
        pairing,
        affixes,
        otherLinks,
        isSolid,
        isAnyway);
  }

  PairingRules pairingRules() {
    return new PairingRules(affixes, links);
  }

  /** Empty to measure. */
  Optional<Reach> reach() {
    return reachOutward == null
        ? Optional.empty()
        : Optional.of(new Reach(reachOutward, reachInward));
  }

  Map<String, Reach> reachOfPart() {
    Map<String, Reach> reaches = new LinkedHashMap<>();
    partReaches.forEach(of -> reaches.put(of.part(), new Reach(of.outward(), of.inward())));
    return reaches;
  }

  SheetSettings sampling(int threads) {
    return new SheetSettings(size, size, samples, isExact, threads);
  }
}
