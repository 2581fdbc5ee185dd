package idiotaxa.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.work.Progress;
import org.junit.jupiter.api.Test;

class OpenFindingsTest {
  /** One triangle without UVs. */
  private static ModelInspection bare() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("sail");
    builder.vertex(0, 0, 0);
    builder.vertex(1, 0, 0);
    builder.vertex(0, 1, 0);
    builder.face(part, -1);
    for (int v = 0; v < 3; v++) {
      builder.corner(v);
    }
    return ModelInspector.inspect(builder.build(), "sail.ply", Progress.NONE);
  }

  @Test
  void aTargetNeedsUvsAndASourceDoesNot() {
    ModelInspection inspection = bare();
    assertThat(OpenFindings.told(inspection, false)).extracting(Finding::kind).contains("no-uvs");
    assertThat(OpenFindings.told(inspection, true)).extracting(Finding::kind).doesNotContain("no-uvs");
    assertThat(OpenFindings.count(inspection, false)).isEqualTo(OpenFindings.count(inspection, true) + 1);
  }

  @Test
  void whatIsHarmlessIsToldAndNotOpen() {
    ModelInspection inspection = bare();
    long harmless =
        inspection.findings().stream().filter(f -> f.severity() == Severity.HARMLESS).count();
    assertThat(OpenFindings.count(inspection, false) + harmless)
        .isEqualTo(OpenFindings.told(inspection, false).size());
  }
}
