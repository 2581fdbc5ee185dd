package idiotaxa.core.mesh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * One change of how a mesh is divided into parts. Faces keep their numbers; only the part that they
 * belong to changes, so claims and picks stay true. Parts are meant by their index at the time of the
 * edit.
 *
 * @param kind what is done
 * @param parts one part to rename or split, two or more to merge
 * @param word the new name to rename or merge; {@code pieces}, {@code materials} or {@code islands} to
 *     split
 */
public record PartEdit(Kind kind, int[] parts, String word) {
  private static final int MAX_NAME = 120;

  /** What an edit does. */
  public enum Kind {
    RENAME,
    SPLIT,
    MERGE
  }

  public PartEdit {
    boolean isEnough = kind == Kind.MERGE ? parts.length > 1 : parts.length == 1;
    if (!isEnough) {
      throw new IllegalArgumentException(
          kind + " needs " + (kind == Kind.MERGE ? "two or more parts" : "one part")
              + ", got " + parts.length);
    }
    if (kind != Kind.SPLIT && (word.isBlank() || word.length() > MAX_NAME)) {
      throw new IllegalArgumentException("A part's name needs 1 to " + MAX_NAME + " characters.");
    }
  }

  /**
   * @throws IllegalArgumentException when there is no such part, or splitting would leave it whole
   */
  public Mesh apply(Mesh mesh) {
    for (int part : parts) {
      if (part < 0 || part >= mesh.parts().size()) {
        throw new IllegalArgumentException(
            "There is no part " + part + "; the model has " + mesh.parts().size() + ".");
      }
    }
    return switch (kind) {
      case RENAME -> renamed(mesh);
      case SPLIT -> split(mesh);
      case MERGE -> merged(mesh);
    };
  }

  private Mesh renamed(Mesh mesh) {
    List<Part> all = new ArrayList<>(mesh.parts());
    all.set(parts[0], all.get(parts[0]).named(word.strip()));
    return mesh.withParts(all, mesh.facePart());
  }

  /** The first piece keeps the part's place and name; the others come behind all parts. */
  private Mesh split(Mesh mesh) {
    int[] label = labels(mesh);
    int[] facePart = mesh.facePart().clone();
    List<Part> all = new ArrayList<>(mesh.parts());
    Part old = all.get(parts[0]);
    int highest = Arrays.stream(label).max().orElse(0);
    int[] partOfLabel = new int[highest + 2];
    Arrays.fill(partOfLabel, -1);
    int found = 0;
    for (int f = 0; f < facePart.length; f++) {
      if (facePart[f] != parts[0]) {
        continue;
      }
      int l = label[f] + 1;
      if (partOfLabel[l] < 0) {
        partOfLabel[l] = found++ == 0 ? parts[0] : all.size();
        String name = nameOf(mesh, old.name(), label[f], found);
        if (found == 1) {
          all.set(parts[0], old.named(name));
        } else {
          all.add(old.named(name));
        }
      }
      facePart[f] = partOfLabel[l];
    }
    if (found < 2) {
      throw new IllegalArgumentException(
          "Part " + old.name() + " cannot be split by " + word + ": it is all of one.");
    }
    return mesh.withParts(all, facePart);
  }

  private int[] labels(Mesh mesh) {
    return switch (word) {
      case "pieces" -> Pieces.of(mesh, Weld.of(mesh)).ofFace();
      case "islands" -> Islands.of(mesh, Weld.of(mesh)).ofFace();
      case "materials" -> mesh.faceMaterial();
      default ->
          throw new IllegalArgumentException(
              "A part is split by pieces, materials or islands, not by " + word + ".");
    };
  }

  private String nameOf(Mesh mesh, String name, int label, int number) {
    if (word.equals("materials")) {
      return name + " " + (label == Mesh.NO_MATERIAL ? "none" : mesh.materials().get(label).name());
    }
    return name + " " + number;
  }

  /** The lowest part takes the faces of all; the others go, and later parts move up. */
  private Mesh merged(Mesh mesh) {
    int kept = Arrays.stream(parts).min().orElseThrow();
    int[] newIndex = new int[mesh.parts().size()];
    List<Part> all = new ArrayList<>();
    for (int p = 0; p < newIndex.length; p++) {
      int part = p;
      boolean isGoing = p != kept && Arrays.stream(parts).anyMatch(other -> other == part);
      newIndex[p] = isGoing ? newIndex[kept] : all.size();
      if (!isGoing) {
        all.add(p == kept ? mesh.parts().get(p).named(word.strip()) : mesh.parts().get(p));
      }
    }
    int[] facePart = mesh.facePart().clone();
    for (int f = 0; f < facePart.length; f++) {
      facePart[f] = newIndex[facePart[f]];
    }
    return mesh.withParts(all, facePart);
  }
}
