package idiotaxa.server;

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

@AnalyzeClasses(packages = "idiotaxa", importOptions = DoNotIncludeTests.class)
class ServerArchitectureTest {
  private static final String SERVER = "idiotaxa.server.";

  /** What is beneath the stations; their stores may be asked from above. */
  private static final Set<String> BENEATH =
      Set.of("asset", "blob", "cache", "db", "group", "job", "journal", "people", "web");

  /** Stations and the other stations whose services they ask. */
  private static final Map<String, Set<String>> STATIONS =
      Map.ofEntries(
          Map.entry("sort", Set.of("change")),
          Map.entry("life", Set.of()),
          Map.entry("palette", Set.of()),
          Map.entry("change", Set.of()),
          Map.entry("bringin", Set.of("change")),
          Map.entry("bake", Set.of("change")),
          Map.entry("mask", Set.of("bake", "change")),
          Map.entry("known", Set.of()),
          Map.entry("handoff", Set.of("bake", "known", "mask")),
          Map.entry("kept", Set.of("bake", "handoff", "life")),
          Map.entry("recipe", Set.of("bake", "handoff", "mask", "sort")),
          Map.entry("catalogue", Set.of("bake", "bringin", "change", "handoff", "kept", "known", "mask", "palette", "recipe", "sort")));

  @ArchTest
  static final ArchRule ROOMS_ARE_FREE_OF_CYCLES =
      slices().matching("idiotaxa.server.(*)..").should().beFreeOfCycles();

  @ArchTest
  static void stationsStandOnWhatIsBeneath(JavaClasses classes) {
    for (JavaClass from : classes) {
      String room = roomOf(from);
      if (room.isEmpty()) {
        continue;
      }
      assertThat(BENEATH.contains(room) || STATIONS.containsKey(room)).as(from.getName()).isTrue();
      for (Dependency dependency : from.getDirectDependenciesFromSelf()) {
        String known = roomOf(dependency.getTargetClass());
        if (!known.isEmpty() && !known.equals(room) && !BENEATH.contains(known)) {
          assertThat(STATIONS.getOrDefault(room, Set.of()))
              .as(dependency.getDescription())
              .contains(known);
          assertThat(dependency.getTargetClass().getSimpleName())
              .as("rooms meet through services: " + dependency.getDescription())
              .doesNotEndWith("Store");
        }
      }
    }
  }

  @ArchTest
  static final ArchRule ONLY_STORES_KNOW_SQL =
      noClasses()
          .that()
          .resideInAPackage("idiotaxa.server..")
          .and()
          .resideOutsideOfPackage("idiotaxa.server.db..")
          .and()
          .haveNameNotMatching(".*Store(\\$.*)?")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("org.jooq..", "idiotaxa.server.db..");

  @ArchTest
  static final ArchRule CONTROLLERS_ARE_NOBODYS_TOOLS =
      noClasses()
          .that()
          .haveNameNotMatching(".*Controller(\\$.*)?")
          .should()
          .dependOnClassesThat()
          .haveSimpleNameEndingWith("Controller");

  @ArchTest
  static final ArchRule RECEIVER_IS_A_STRANGER =
      noClasses()
          .that()
          .resideInAPackage("idiotaxa.receiver..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("idiotaxa.core..", "idiotaxa.server..");

  @ArchTest
  static final ArchRule NOBODY_KNOWS_THE_RECEIVER =
      noClasses()
          .that()
          .resideInAnyPackage("idiotaxa.core..", "idiotaxa.server..")
          .should()
          .dependOnClassesThat()
          .resideInAPackage("idiotaxa.receiver..");

  @ArchTest
  static final ArchRule CORE_KNOWS_NO_SERVER =
      noClasses()
          .that()
          .resideInAPackage("idiotaxa.core..")
          .should()
          .dependOnClassesThat()
          .resideInAPackage("idiotaxa.server..");

  /** Empty for what lies in no room. */
  private static String roomOf(JavaClass c) {
    String name = c.getPackageName();
    return name.startsWith(SERVER) ? name.substring(SERVER.length()).replaceAll("\\..*", "") : "";
  }
}
