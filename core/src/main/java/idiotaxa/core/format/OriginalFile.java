package idiotaxa.core.format;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/**
 * A model as it came in, written with groups added and nothing else changed: no textures, UV sets, normals,
 * hierarchy, skins, morph targets or animations are lost, and what needs no change keeps its bytes.
 */
public final class OriginalFile {
  private final FileBundle bundle;

  public OriginalFile(FileBundle bundle) {
    this.bundle = bundle;
  }

  /** The kinds of files that groups can be added to. */
  public enum Kind {
    GLB,
    OBJ,
    PLY;

    /** The kind that is written for a file of a name; both kinds of glTF are written as GLB; empty where none is. */
    public static Optional<Kind> of(String fileName) {
      String name = fileName.toLowerCase(Locale.ROOT);
      if (name.endsWith(".gltf")) {
        return Optional.of(GLB);
      }
      return Arrays.stream(values()).filter(kind -> name.endsWith(kind.ending())).findFirst();
    }

    /** Of the file that is written. */
    public String ending() {
      return "." + name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * @param library file name of the MTL beside it that holds the groups' materials; only OBJ asks for it
   * @throws FormatException when the file cannot say these groups, or is no longer what was read
   */
  public void write(AddedGroups groups, String library, OutputStream out) throws IOException {
    switch (Kind.of(bundle.mainName()).orElseThrow(() -> refuse(bundle, "no groups can be added to a file of this kind", "choose a mesh that is written anew"))) {
      case GLB -> new GltfOriginal(bundle, groups).write(out);
      case OBJ -> new ObjOriginal(bundle, groups, library).write(out);
      case PLY -> new PlyOriginal(bundle, groups).write(out);
    }
  }

  static FormatException refuse(FileBundle bundle, String problem, String cure) {
    return new FormatException(bundle.mainName(), "", problem, cure);
  }

  /** When a file has another count of faces than the groups are of. */
  static FormatException differs(FileBundle bundle) {
    return refuse(
        bundle, "the file does not have the faces that its groups are of", "bring it in again");
  }
}
