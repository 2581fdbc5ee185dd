package idiotaxa.server.change;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.mesh.PartEdit;
import java.util.ArrayList;
import java.util.List;

/** Repeats edits of parts, which tell parts by numbers, on another revision by the parts' names. */
final class FollowedParts {
  private final List<PartEdit> edits = new ArrayList<>();
  private final List<String> remarks = new ArrayList<>();
  private Mesh mesh;

  private FollowedParts(Mesh mesh) {
    this.mesh = mesh;
  }

  /**
   * @param old as its file has it
   * @param fresh as its file has it
   */
  static FollowedParts repeat(List<PartEdit> edits, Mesh old, Mesh fresh) {
    FollowedParts followed = new FollowedParts(fresh);
    Mesh before = old;
    for (PartEdit edit : edits) {
      followed.repeat(edit, before);
      before = edit.apply(before);
    }
    return followed;
  }

  private void repeat(PartEdit edit, Mesh before) {
    int[] parts = new int[edit.parts().length];
    for (int i = 0; i < parts.length; i++) {
      Part wanted = before.parts().get(edit.parts()[i]);
      parts[i] = only(wanted);
      if (parts[i] < 0) {
        remarks.add(
            "%s of the part %s was not repeated: the new model has %s of that name."
                .formatted(word(edit), wanted.name(), parts[i] == SEVERAL ? "several" : "none"));
        return;
      }
    }
    PartEdit repeated = new PartEdit(edit.kind(), parts, edit.word());
    try {
      mesh = repeated.apply(mesh);
      edits.add(repeated);
    } catch (IllegalArgumentException e) {
      remarks.add(word(edit) + " was not repeated: " + e.getMessage());
    }
  }

  private static final int NONE = -1;
  private static final int SEVERAL = -2;

  /** The part of a name and, where several have it, of its place in the file's tree. */
  private int only(Part wanted) {
    int byName = NONE;
    int byPath = NONE;
    for (int p = 0; p < mesh.parts().size(); p++) {
      Part part = mesh.parts().get(p);
      if (part.name().equals(wanted.name())) {
        byName = byName == NONE ? p : SEVERAL;
        if (part.path().equals(wanted.path())) {
          byPath = byPath == NONE ? p : SEVERAL;
        }
      }
    }
    return byName == SEVERAL && byPath >= 0 ? byPath : byName;
  }

  private static String word(PartEdit edit) {
    return switch (edit.kind()) {
      case RENAME -> "Renaming";
      case SPLIT -> "Dividing";
      case MERGE -> "Joining";
    };
  }

  /** The new model with its parts as they were edited before. */
  Mesh mesh() {
    return mesh;
  }

  List<PartEdit> edits() {
    return edits;
  }

  List<String> remarks() {
    return remarks;
  }
}
