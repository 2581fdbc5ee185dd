package idiotaxa.server.change;

import idiotaxa.core.carry.PartChange;
import idiotaxa.core.mesh.Mesh;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A revision that takes the place of another.
 *
 * @param role of both
 * @param oldId the revision before
 * @param freshId the revision
 * @param old with its parts as they were edited
 * @param fresh the same of the new one
 */
public record Change(
    String role, long oldId, long freshId, Mesh old, Mesh fresh, List<PartChange> parts) {
  /** New names by old ones, of parts that have another now. */
  public Map<String, String> renamed() {
    Map<String, String> names = new HashMap<>();
    for (PartChange part : parts) {
      if (part.kind() == PartChange.Kind.RENAMED || part.kind() == PartChange.Kind.JOINED) {
        names.putIfAbsent(part.oldName(), part.newName());
      }
    }
    return names;
  }
}
