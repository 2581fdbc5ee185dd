package idiotaxa.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.util.Map;
import java.util.Set;

@AnalyzeClasses(packages = "idiotaxa.core", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {
  private static final String CORE = "idiotaxa.core.";

  /** What every room may know beside the language's own libraries; a new arrow is drawn here first. */
  private static final Map<String, Set<String>> MAY_KNOW =
      Map.ofEntries(
          room("work"),
          room("file", "work"),
          room("image", "work", "file"),
          room("mesh", "work"),
          room("format", "work", "file", "image", "mesh"),
          room("trace", "work", "mesh"),
          room("pick", "mesh", "work"),
          room("alike", "mesh", "trace", "work"),
          room("known", "alike", "file", "group", "mesh", "work"),
          room("spread", "file", "group", "mesh", "trace", "work"),
          room("sight", "mesh", "trace", "work"),
          room("unwrap", "mesh", "work"),
          room("align", "claim", "group", "mesh", "trace", "work"),
          room("group", "work"),
          room("claim", "group", "mesh", "work"),
          room("origin", "claim", "group", "image", "mesh", "trace", "work"),
          room("pairing", "claim", "mesh", "trace"),
          room("reach", "mesh", "pairing", "trace", "work"),
          room("raster", "mesh", "work"),
          room("map", "group", "image", "work"),
          room("bake", "group", "image", "map", "mesh", "origin", "pairing", "raster", "reach", "trace", "work"),
          room("clean", "group", "image", "map", "work"),
          room("mask", "file", "group", "image", "map", "mesh", "raster", "work"),
          room("template", "file"),
          room("carry", "align", "claim", "group", "mesh", "trace", "work"),
          room("recipe", "claim", "file", "group", "mask", "mesh", "origin", "template"),
          room("picture", "image", "mesh", "raster"),
          room("check", "align", "bake", "group", "map", "mask", "mesh", "origin", "pairing", "raster", "reach", "trace", "work"),
          room("handoff", "bake", "file", "format", "group", "image", "map", "mask", "mesh", "origin", "reach", "template", "work"));

  private static Map.Entry<String, Set<String>> room(String name, String... knows) {
    return Map.entry(name, Set.of(knows));
  }

  @ArchTest
  static void arrowsGoOneWay(JavaClasses classes) {
    for (JavaClass from : classes) {
      for (Dependency dependency : from.getDirectDependenciesFromSelf()) {
        String room = roomOf(from.getPackageName());
        String known = roomOf(dependency.getTargetClass().getPackageName());
        assertThat(MAY_KNOW).as("rooms, of %s", from.getName()).containsKey(room);
        if (!known.isEmpty() && !known.equals(room)) {
          assertThat(MAY_KNOW.get(room)).as(dependency.getDescription()).contains(known);
        }
      }
    }
  }

  /** Empty for what is not ours. */
  private static String roomOf(String packageName) {
    return packageName.startsWith(CORE) ? packageName.substring(CORE.length()).replaceAll("\\..*", "") : "";
  }

  @ArchTest
  static final ArchRule NO_FRAMEWORK =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("org.springframework..", "org.jooq..", "org.slf4j..", "javax.sql..");

  @ArchTest
  static final ArchRule NO_CYCLES = slices().matching("idiotaxa.core.(*)..").should().beFreeOfCycles();
}
