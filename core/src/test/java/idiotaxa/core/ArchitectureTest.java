package idiotaxa.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "idiotaxa.core", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {
  private static final String CORE = "idiotaxa.core.";

  @ArchTest
  static final ArchRule MESH_STANDS_ALONE = mayNotKnow("mesh", "format", "group", "trace", "bake");

  @ArchTest static final ArchRule GROUP_KNOWS_MESH_ONLY = mayNotKnow("group", "format", "trace", "bake");

  @ArchTest static final ArchRule FORMAT_KNOWS_MESH_ONLY = mayNotKnow("format", "group", "trace", "bake");

  @ArchTest static final ArchRule TRACE_KNOWS_MESH_ONLY = mayNotKnow("trace", "group", "format", "bake");

  @ArchTest
  static final ArchRule BAKE_DOES_NOT_KNOW_ITS_USERS =
      mayNotKnow("bake", "format", "mask", "check", "handoff");

  @ArchTest
  static final ArchRule PICTURE_KNOWS_MESH_ONLY =
      mayNotKnow("picture", "group", "format", "trace", "bake");

  @ArchTest
  static final ArchRule NO_FRAMEWORK =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("org.springframework..", "org.jooq..", "org.slf4j..", "javax.sql..");

  @ArchTest
  static final ArchRule NO_CYCLES = slices().matching("idiotaxa.core.(*)..").should().beFreeOfCycles();

  private static ArchRule mayNotKnow(String from, String... to) {
    String[] packages = new String[to.length];
    for (int i = 0; i < to.length; i++) {
      packages[i] = CORE + to[i] + "..";
    }
    return noClasses()
        .that()
        .resideInAPackage(CORE + from + "..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(packages);
  }
}
