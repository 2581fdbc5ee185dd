package idiotaxa.core.format;

import com.carrotsearch.hppc.DoubleArrayList;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.file.ReadBudget;
import idiotaxa.core.format.UsdaText.Numbers;
import idiotaxa.core.format.UsdaText.OtherFile;
import idiotaxa.core.format.UsdaText.Prim;
import idiotaxa.core.format.UsdaText.ScenePath;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.mesh.Srgb;
import idiotaxa.core.mesh.UpAxis;
import idiotaxa.core.work.Progress;
import java.nio.ByteBuffer;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Reads OpenUSD text: every {@code Mesh} is a part (UsdGeomMesh), with its transforms (UsdGeomXformable), UVs as {@code
 * primvars:st}, {@code primvars:displayColor} (linear), and the materials that it and its {@code GeomSubset}s are bound to.
 * References within the file are instances; those to other files are refused.
 */
final class UsdaReader {
  private static final int MAX_INSTANCES = 1_000_000;
  private static final int MAX_DEPTH = 256;

  /** Of a layer that says nothing. */
  private static final double CENTIMETRE = 0.01;

  private final String file;
  private final Progress progress;
  private final MeshBuilder builder = new MeshBuilder();
  private final Map<String, Prim> primOfPath = new HashMap<>();
  private final Map<String, Integer> materialOfPath = new LinkedHashMap<>();
  private int instances;
  private ReadBudget budget;

  UsdaReader(String file, Progress progress) {
    this.file = file;
    this.progress = progress;
    builder.seekFrame();
  }

  /** In the unit and axes that the file says. */
  Mesh read(ByteBuffer bytes) {
    budget = new ReadBudget(file, bytes.remaining());
    Prim root = UsdaText.read(file, bytes);
    index(root, "");
    for (Prim child : root.children()) {
      place(child, "/" + child.name(), Transform.IDENTITY, "", Mesh.NO_MATERIAL, 0);
    }
    Mesh mesh = builder.build();
    double unit = root.metadata().get("metersPerUnit") instanceof Double said ? said : CENTIMETRE;
    if (!(unit > 0 && unit < Double.POSITIVE_INFINITY)) {
      throw refuse("metersPerUnit", "a unit is longer than nothing, got " + unit);
    }
    UpAxis up = "Z".equals(root.metadata().get("upAxis")) ? UpAxis.Z : UpAxis.Y;
    return unit == 1 && up == UpAxis.Y ? mesh : mesh.in(unit, up);
  }

  private FormatException refuse(String place, String problem) {
    return new FormatException(file, place, problem, "export it again");
  }

  private void index(Prim prim, String path) {
    for (Prim child : prim.children()) {
      String at = path + "/" + child.name();
      primOfPath.put(at, child);
      index(child, at);
    }
  }

  /**
   * @param path of the prim as it is written, where its materials are looked for
   * @param above names of what it stands in
   * @param inherited material of what it stands in
   */
  private void place(Prim prim, String path, Transform parent, String above, int inherited, int depth) {
    boolean isSeen =
        prim.specifier().equals("def")
            && !"invisible".equals(prim.value("visibility"))
            && !List.of("guide", "proxy").contains(String.valueOf(prim.value("purpose")))
            && !Boolean.FALSE.toString().equals(String.valueOf(prim.metadata().get("active")));
    if (!isSeen || prim.type().equals("Material") || prim.type().equals("GeomSubset")) {
      return;
    }
    countInstance(path, depth);
    if (prim.type().equals("PointInstancer")) {
      throw refuse(path, "a PointInstancer is not read; make its instances real");
    }
    boolean isReset =
        prim.value("xformOpOrder") instanceof List<?> order && order.contains("!resetXformStack!");
    Transform transform = (isReset ? Transform.IDENTITY : parent).times(UsdaTransforms.of(prim));
    int material = bound(prim, inherited);
    String name = spoken(prim);
    if (prim.type().equals("Mesh")) {
      placeMesh(prim, path, transform, new Part(name, above), material);
    }
    String below = above.isEmpty() ? name : above + "/" + name;
    for (Prim child : prim.children()) {
      place(child, path + "/" + child.name(), transform, below, material, depth + 1);
    }
    placeReferences(prim, path, transform, below, material, depth);
  }

  /** What is referred to stands in the prim as its own children do. */
  private void placeReferences(
      Prim prim, String path, Transform transform, String below, int material, int depth) {
    for (String arc : List.of("references", "payload", "inherits")) {
      Object target = prim.metadata().get(arc);
      List<?> all = target instanceof List<?> several ? several : target == null ? List.of() : List.of(target);
      for (Object one : all) {
        if (one instanceof OtherFile other) {
          throw new FormatException(
              file, path, "it refers to another file, " + other.name(), "write the scene into one file, flattened");
        }
        Prim meant = one instanceof ScenePath to ? primOfPath.get(to.path()) : null;
        if (meant == null) {
          throw refuse(path, "what it refers to is not there: " + one);
        }
        String at = ((ScenePath) one).path();
        Transform of = transform.times(UsdaTransforms.of(meant));
        int own = bound(meant, material);
        if (meant.type().equals("Mesh")) {
          placeMesh(meant, at, of, new Part(spoken(prim), below), own);
        }
        for (Prim child : meant.children()) {
          place(child, at + "/" + child.name(), of, below, own, depth + 1);
        }
        countInstance(at, depth);
        placeReferences(meant, at, of, below, own, depth + 1);
      }
    }
  }

  private void countInstance(String path, int depth) {
    if (depth > MAX_DEPTH || ++instances > MAX_INSTANCES) {
      throw refuse(path, "the scene has more than a million prims, or refers to itself");
    }
  }

  private void placeMesh(Prim mesh, String path, Transform transform, Part part, int material) {
    progress.checkCancelled();
    // Each is known by its size before it is placed once more.
    long size = count(mesh, "faceVertexIndices") + count(mesh, "points") / 3;
    budget.check(builder.cornerCount() + (long) builder.vertexCount() + size, path);
    new UsdaMesh(builder, file, path).read(mesh, transform, builder.part(part), material, bindings());
  }

  private static long count(Prim prim, String property) {
    return prim.value(property) instanceof Numbers numbers ? numbers.values().size() : 0;
  }

  private static String spoken(Prim prim) {
    return prim.metadata().get("displayName") instanceof String name && !name.isBlank() ? name : prim.name();
  }

  private UsdaMesh.Bindings bindings() {
    return new UsdaMesh.Bindings() {
      @Override
      public int bound(Prim prim, int inherited) {
        return UsdaReader.this.bound(prim, inherited);
      }

      @Override
      public int named(Prim subset) {
        // No path holds a space.
        return materialOfPath.computeIfAbsent(
            "subset " + spoken(subset), key -> builder.material(Material.named(spoken(subset))));
      }
    };
  }

  /** The material that a prim is bound to. */
  private int bound(Prim prim, int inherited) {
    Object binding = prim.value("material:binding");
    Object first = binding instanceof List<?> several && !several.isEmpty() ? several.get(0) : binding;
    return first instanceof ScenePath to
        ? materialOfPath.computeIfAbsent(to.path(), path -> builder.material(material(path)))
        : inherited;
  }

  private Material material(String path) {
    Prim prim = primOfPath.get(path);
    String name = prim == null ? path.substring(path.lastIndexOf('/') + 1) : spoken(prim);
    Prim shader = prim == null ? null : surface(prim);
    if (shader == null) {
      return Material.named(name);
    }
    int color = 0x808080;
    if (shader.value("inputs:diffuseColor") instanceof Numbers rgb && rgb.values().size() == 3) {
      color = color(rgb.values(), 0);
    }
    return Material.plain(name, color, (float) number(shader, "inputs:roughness", 0.5), (float) number(shader, "inputs:metallic", 0));
  }

  private static Prim surface(Prim material) {
    return material.children().stream()
        .filter(child -> "UsdPreviewSurface".equals(child.value("info:id")))
        .findFirst()
        .orElse(null);
  }

  private static double number(Prim prim, String property, double otherwise) {
    return prim.value(property) instanceof Double value ? value : otherwise;
  }

  /** sRGB of three linear values. */
  static int color(DoubleArrayList rgb, int at) {
    return Srgb.fromLinear(rgb.get(at)) << 16 | Srgb.fromLinear(rgb.get(at + 1)) << 8 | Srgb.fromLinear(rgb.get(at + 2));
  }
}
