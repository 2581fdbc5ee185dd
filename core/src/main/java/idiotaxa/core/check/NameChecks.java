package idiotaxa.core.check;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Looks for parts that cannot be told apart by name, which pairing and rules need. */
final class NameChecks {
  private static final int MOST_NAMED = 5;

  private NameChecks() {}

  static List<Finding> run(Mesh mesh) {
    List<Finding> findings = new ArrayList<>();
    Map<String, Integer> uses = new LinkedHashMap<>();
    for (Part part : mesh.parts()) {
      uses.merge(part.name().strip(), 1, Integer::sum);
    }
    int unnamed = uses.getOrDefault("", 0);
    if (unnamed > 0) {
      findings.add(
          new Finding(
              "unnamed-parts",
              Severity.HARMLESS,
              unnamed + (unnamed == 1 ? " part has" : " parts have") + " no name.",
              "",
              "Rename them here, so that pairing and proposals by name can find them.",
              unnamed,
              facesOf(mesh, Set.of(""))));
    }
    Set<String> doubles = new LinkedHashSet<>();
    uses.forEach(
        (name, count) -> {
          if (count > 1 && !name.isEmpty()) {
            doubles.add(name);
          }
        });
    if (!doubles.isEmpty()) {
      List<String> some = doubles.stream().limit(MOST_NAMED).toList();
      findings.add(
          new Finding(
              "duplicate-names",
              Severity.HARMLESS,
              doubles.size()
                  + (doubles.size() == 1 ? " name is" : " names are")
                  + " used by several parts: "
                  + String.join(", ", some)
                  + (doubles.size() > MOST_NAMED ? " …" : "")
                  + ".",
              "",
              "Rename them here where they should be paired or claimed one by one.",
              doubles.size(),
              facesOf(mesh, doubles)));
    }
    return findings;
  }

  private static int[] facesOf(Mesh mesh, Set<String> names) {
    FacesFound faces = new FacesFound(mesh.faceCount());
    for (int f = 0; f < mesh.faceCount(); f++) {
      if (names.contains(mesh.parts().get(mesh.facePart()[f]).name().strip())) {
        faces.add(f);
      }
    }
    return faces.faces();
  }
}
