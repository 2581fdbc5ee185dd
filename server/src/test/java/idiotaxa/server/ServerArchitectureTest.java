package idiotaxa.server;

import static com.tngtech.archunit.library.Architectures.layeredArchitecture;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "idiotaxa", importOptions = DoNotIncludeTests.class)
class ServerArchitectureTest {
  @ArchTest
  static final ArchRule ARROWS_POINT_ONE_WAY =
      layeredArchitecture()
          .consideringOnlyDependenciesInLayers()
          .layer("api")
          .definedBy("idiotaxa.server.api..")
          .layer("job")
          .definedBy("idiotaxa.server.job..")
          .layer("security")
          .definedBy("idiotaxa.server.security..")
          .layer("service")
          .definedBy("idiotaxa.server.service..")
          .layer("store")
          .definedBy("idiotaxa.server.store..")
          .layer("core")
          .definedBy("idiotaxa.core..")
          .layer("receiver")
          .definedBy("idiotaxa.receiver..")
          .whereLayer("api")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("job")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("security")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("receiver")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("service")
          .mayOnlyBeAccessedByLayers("api", "job")
          .whereLayer("store")
          .mayOnlyBeAccessedByLayers("service")
          .whereLayer("core")
          .mayOnlyBeAccessedByLayers("api", "service", "store");
}
