package idiotaxa.demo;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.PlyWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.work.Progress;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ChannelMarkerBuoyTest {
  private static final Mesh TARGET = ChannelMarkerBuoy.target();

  @TempDir Path folder;

  @Test
  void targetIsLightWithAboutFortyPartsAndOneSheet() {
    assertThat(TARGET.triangleCount()).isBetween(2800, 3600);
    assertThat(TARGET.parts().size()).isBetween(38, 46);
    List<Sheet> sheets = SheetLayout.fitting(TARGET).divide(TARGET);
    assertThat(sheets).extracting(Sheet::name).containsExactly("1001");
    assertThat(sheets.get(0).triangles()).hasSize(TARGET.triangleCount());
  }

  @Test
  void uvLayoutOverlapsNowhere() {
    PreparedBake bake =
        PreparedBake.fromTarget(TARGET, Origins.read(TARGET, IdOrigin.PARTS, List.of()));
    Sheet sheet = SheetLayout.fitting(TARGET).divide(TARGET).get(0);
    BakedSheet baked = bake.bake(sheet, new SheetSettings(2048, 2048, 1, false, 2), Progress.NONE);
    assertThat(baked.report().overlapping()).isZero();
    assertThat(baked.report().coveredShare()).isGreaterThan(0.6);
  }

  @Test
  void sourceIsDenseColouredAndItsHullOnePiece() {
    Mesh source = ChannelMarkerBuoy.source(SaltmarshPalette.create());
    assertThat(source.triangleCount()).isBetween(225_000, 275_000);
    Set<Integer> hullColors = new HashSet<>();
    Set<Integer> hullPieces = new HashSet<>();
    int[] piece = Pieces.of(source, Weld.of(source)).ofFace();
    for (int f = 0; f < source.faceCount(); f++) {
      if (source.parts().get(source.facePart()[f]).name().equals("hull_high")) {
        hullColors.add(source.cornerColor()[source.faceStart()[f]] & 0xFFFFFF);
        hullPieces.add(piece[f]);
      }
    }
    assertThat(hullColors).hasSize(2);
    assertThat(hullPieces).hasSize(1);
  }

  @Test
  void generatorIsDeterministic() throws IOException {
    assertThat(glb(ChannelMarkerBuoy.target())).isEqualTo(glb(ChannelMarkerBuoy.target()));
  }

  private static byte[] glb(Mesh mesh) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    GlbWriter.write(mesh, out);
    return out.toByteArray();
  }

  @Test
  void ourWritersAndReadersKeepIt() throws IOException {
    Path glb = Files.write(folder.resolve("buoy.glb"), glb(TARGET));
    checkSame(MeshFiles.read(FileBundle.beside(glb)));
    Mesh small = ChannelMarkerBuoy.source(SaltmarshPalette.create(), 2);
    Path ply = folder.resolve("buoy.ply");
    try (OutputStream out = Files.newOutputStream(ply)) {
      PlyWriter.write(small, out);
    }
    Mesh back = MeshFiles.read(FileBundle.beside(ply));
    assertThat(back.triangleCount()).isEqualTo(small.triangleCount());
    assertThat(back.bounds()).isEqualTo(small.bounds());
    assertThat(back.hasColors()).isTrue();
  }

  private static void checkSame(Mesh back) {
    assertThat(back.triangleCount()).isEqualTo(TARGET.triangleCount());
    assertThat(back.parts()).extracting(Part::name).isEqualTo(TARGET.parts().stream().map(Part::name).toList());
    assertThat(back.materials()).isEqualTo(TARGET.materials());
    assertThat(back.bounds()).isEqualTo(TARGET.bounds());
    assertThat(back.hasUvs()).isTrue();
  }
}
