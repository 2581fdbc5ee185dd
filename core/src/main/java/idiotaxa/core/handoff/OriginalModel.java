package idiotaxa.core.handoff;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.OriginalFile;
import idiotaxa.core.template.Carries;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * The file of the target as it came in, which a template may ask for.
 *
 * @param fileName of its main file
 * @param isLaidOutHere whether the maps follow UVs that the file does not have
 * @param files opened when it is written
 */
public record OriginalModel(String fileName, boolean isLaidOutHere, Supplier<FileBundle> files) {
  /** Of what is written, where {@link #problem} has none. */
  OriginalFile.Kind kind() {
    return OriginalFile.Kind.of(fileName).orElseThrow();
  }

  /** Why it cannot carry the groups that way, with the cure. */
  Optional<String> problem(Carries carries) {
    Optional<OriginalFile.Kind> kind = OriginalFile.Kind.of(fileName);
    if (kind.isEmpty()) {
      return Optional.of(
          "No groups can be added to %s as it came in; choose a format that is written anew.".formatted(fileName));
    }
    if (isLaidOutHere) {
      return Optional.of(
          "%s as it came in does not have the UVs that were laid out here; choose a format that is written anew."
              .formatted(fileName));
    }
    if (kind.get() == OriginalFile.Kind.OBJ && carries == Carries.NUMBERS) {
      return Optional.of("OBJ has no place for numbers; choose vertex colours or materials.");
    }
    if (kind.get() == OriginalFile.Kind.PLY && carries == Carries.MATERIALS) {
      return Optional.of("PLY knows no materials; choose vertex colours or numbers.");
    }
    return Optional.empty();
  }
}
