package idiotaxa.demo;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.bake.IdOrigin;
import idiotaxa.core.bake.Origins;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.Progress;
import idiotaxa.core.bake.SheetLayout;
import idiotaxa.core.bake.SheetReport;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.format.FileBundle;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.PlyWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.mesh.Weld;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ChannelMarkerBuoyTest {
  @TempDir Path folder;

  @Test
  void targetHasTheSizeOfTheScenario() {
    Mesh target = ChannelMarkerBuoy.target();
    assertThat(target.triangleCount()).isBetween(2_500, 3_500);
    assertThat(target.parts()).hasSizeBetween(38, 46);
    assertThat(target.hasColors()).isFalse();
    assertThat(SheetLayout.fitting(target)).isEqualTo(SheetLayout.ONE);
  }

  @Test
  void everyPartIsOneWeldedPieceOrABoxOfSix() {
    Mesh target = ChannelMarkerBuoy.target();
    int pieces = Pieces.of(target, Weld.of(target)).count();
    assertThat(pieces).isEqualTo(target.parts().size());
  }

  @Test
  void sourceHasTheSizeOfTheScenarioAndColours() {
    Mesh source = ChannelMarkerBuoy.source(SaltmarshPalette.create());
    assertThat(source.triangleCount()).isBetween(220_000, 280_000);
    assertThat(Origins.best(source)).isEqualTo(IdOrigin.VERTEX_COLORS);
  }

  @Test
  void uvsDoNotOverlapAndUseTheSheet() {
    Mesh target = ChannelMarkerBuoy.target();
    SheetReport report =
        PreparedBake.fromTarget(
                target, Origins.read(target, IdOrigin.PARTS, java.util.List.of()))
            .bake(
                SheetLayout.ONE.divide(target).get(0),
                new SheetSettings(1024, 1024, 1, false, 1),
                Progress.NONE)
            .report();
    assertThat(report.overlapping()).isZero();
    assertThat(report.coveredShare()).isGreaterThan(0.6);
  }

  @Test
  void facesWindOutwards() {
    Mesh target = ChannelMarkerBuoy.target();
    double[] volumeOfPart = new double[target.parts().size()];
    for (int t = 0; t < target.triangleCount(); t++) {
      volumeOfPart[target.facePart()[target.triangleFace(t)]] += signedVolume(target, t);
    }
    for (int p = 0; p < volumeOfPart.length; p++) {
      String name = target.parts().get(p).name();
      // The two open bodies have no volume of their own around the origin to judge by.
      if (!name.startsWith("bolt") && !name.equals("lamp_glass") && !name.equals("lamp_base")) {
        assertThat(volumeOfPart[p]).as(name).isPositive();
      }
    }
    assertThat(Arrays.stream(volumeOfPart).sum()).isPositive();
  }

  private static double signedVolume(Mesh mesh, int t) {
    double[] n = new double[3];
    if (!TriangleGeometry.unitNormal(mesh, t, n)) {
      return 0;
    }
    int a = 3 * mesh.triangleVertex(t, 0);
    float[] p = mesh.positions();
    double height = n[0] * p[a] + n[1] * p[a + 1] + n[2] * p[a + 2];
    return TriangleGeometry.area(mesh, t) * height / 3;
  }

  @Test
  void comesBackFromGlbAsItWas() throws IOException {
    Mesh target = ChannelMarkerBuoy.target();
    Path file = folder.resolve("buoy.glb");
    try (OutputStream out = Files.newOutputStream(file)) {
      GlbWriter.write(target, out);
    }
    Mesh back = MeshFiles.read(FileBundle.beside(file));
    assertThat(back.triangleCount()).isEqualTo(target.triangleCount());
    assertThat(back.parts()).isEqualTo(target.parts());
    assertThat(back.materials()).isEqualTo(target.materials());
    assertThat(back.bounds()).isEqualTo(target.bounds());
  }

  @Test
  void sourceComesBackFromPlyWithItsColours() throws IOException {
    Mesh source = ChannelMarkerBuoy.source(SaltmarshPalette.create(), 2);
    Path file = folder.resolve("buoy.ply");
    try (OutputStream out = Files.newOutputStream(file)) {
      PlyWriter.write(source, out);
    }
    Mesh back = MeshFiles.read(FileBundle.beside(file));
    assertThat(back.faceCount()).isEqualTo(source.faceCount());
    assertThat(back.cornerColor()).isEqualTo(source.cornerColor());
  }
}
