package idiotaxa.core.reach;

import java.util.Map;

/**
 * How far rays go from the parts of a target.
 *
 * @param whole for every part that has none of its own
 * @param ofPart by name of target parts, so that it survives a new revision
 */
public record Reaches(Reach whole, Map<String, Reach> ofPart) {
  /** The reach of a part. */
  public Reach of(String part) {
    return ofPart.getOrDefault(part, whole);
  }
}
