package idiotaxa.core.handoff;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.ObjWriter;
import idiotaxa.core.format.PlyWriter;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mask.MapFaceGroups;
import idiotaxa.core.mask.MaskTarget;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.template.Carries;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class GroupedMeshTest {
  private static final int[] FACES = {1, 2, 3, 1, 2, 0};
  private static final Palette PALETTE =
      new Palette(
          "p",
          List.of(
              new Group(1, "brass", 0xFF0000, List.of(), new Look(0xB08040, 0.25, 1)),
              Group.of(2, "lamp glass", 0x00FF00),
              Group.of(3, "rope", 0x0000FF),
              Group.of(4, "never used", 0x00FFFF)));

  private static final GroupedMesh CUBE = GroupedMesh.ofFaces(Shapes.unwrappedCube(), FACES);

  @TempDir Path folder;

  private interface Write {
    void to(OutputStream out) throws IOException;
  }

  private Mesh back(String name, Write write) throws IOException {
    Path file = folder.resolve(name);
    try (OutputStream out = Files.newOutputStream(file)) {
      write.to(out);
    }
    return MeshFiles.read(FileBundle.beside(file));
  }

  @Test
  void vertexColorsComeBackFromEveryFormatThatHasThem() throws IOException {
    Mesh colored = CUBE.carrying(Carries.VERTEX_COLORS, PALETTE);
    assertThat(colored.materials()).isEmpty();
    int[] table = PALETTE.colorTable(0);
    Mesh obj = back("a.obj", out -> ObjWriter.write(colored, List.of(), null, out));
    Mesh ply = back("a.ply", out -> PlyWriter.write(colored, out));
    for (Mesh read : List.of(obj, ply)) {
      assertThat(read.faceCount()).as("polygons are kept").isEqualTo(6);
      for (int f = 0; f < 6; f++) {
        for (int c = 4 * f; c < 4 * f + 4; c++) {
          assertThat(read.cornerColor()[c]).isEqualTo(0xFF000000 | table[FACES[f]]);
          assertThat(read.cornerUv()[2 * c]).isEqualTo(colored.cornerUv()[2 * c]);
        }
      }
    }
    assertThat(obj.vertexCount()).as("the same place in two colours is two").isGreaterThan(8);
  }

  @Test
  void aMaterialOfEveryUsedGroupHasItsLook() throws IOException {
    Mesh grouped = CUBE.carrying(Carries.MATERIALS, PALETTE);
    assertThat(grouped.hasColors()).isFalse();
    Mesh glb = back("a.glb", out -> GlbWriter.write(grouped, out));
    assertThat(glb.materials()).extracting(Material::name).containsExactly("brass", "lamp glass", "rope");
    assertThat(glb.materials().get(0)).isEqualTo(Material.plain("brass", 0xB08040, 0.25f, 1));
    try (OutputStream out = Files.newOutputStream(folder.resolve("b.mtl"))) {
      ObjWriter.writeMaterials(grouped, List.of("brass", "lamp-glass", "rope"), out);
    }
    Mesh obj =
        back("b.obj", out -> ObjWriter.write(grouped, List.of("brass", "lamp-glass", "rope"), "b.mtl", out));
    assertThat(obj.materials()).extracting(Material::name).containsExactlyInAnyOrder("brass", "lamp-glass", "rope", "unclaimed");
    assertThat(obj.materials())
        .filteredOn(m -> m.name().equals("brass"))
        .allMatch(m -> m.baseColor() == 0xB08040);
    int[] facesOf = new int[4];
    for (int material : obj.faceMaterial()) {
      facesOf[material]++;
    }
    assertThat(facesOf).containsExactlyInAnyOrder(1, 2, 2, 1);
    assertThat(obj.vertexCount()).isEqualTo(8);
  }

  @Test
  void nothingIsCarriedWhereNothingIsAskedFor() {
    Mesh own =
        Shapes.unwrappedCube()
            .withMaterials(List.of(Material.named("Hull")), new int[6])
            .withCornerColors(new int[24]);
    Mesh clean = GroupedMesh.ofFaces(own, FACES).carrying(Carries.NOTHING, PALETTE);
    assertThat(clean.hasColors()).isFalse();
    assertThat(clean.materials()).isEmpty();
    assertThat(clean.faceMaterial()).containsOnly(Mesh.NO_MATERIAL);
  }

  @Test
  void trianglesKeepWhatThePolygonsHave() {
    Mesh cut = CUBE.carrying(Carries.MATERIALS, PALETTE).triangulated();
    assertThat(cut.faceCount()).isEqualTo(12);
    for (int f = 0; f < 12; f++) {
      assertThat(cut.triangleFace(f)).isEqualTo(f);
      assertThat(cut.faceMaterial()[f]).isEqualTo(FACES[f / 2] - 1);
    }
    assertThat(cut.cornerUv()).hasSize(72);
  }

  @Test
  void facesHaveTheGroupThatMostOfTheirAreaHas() {
    Mesh quad = Shapes.unitQuad().build();
    // Three corners of group 2 and one of 1: of the two triangles one is all of 2.
    GroupedMesh mesh = GroupedMesh.of(quad, SurfaceGroups.ofCorners(quad, new int[] {2, 2, 2, 1}));
    assertThat(mesh.groups(PALETTE)).extracting(Group::number).containsExactly(2);
    assertThat(mesh.carrying(Carries.VERTEX_COLORS, PALETTE).cornerColor()[3]).isEqualTo(0xFFFF0000);
  }

  @Test
  void mapsGiveEveryFaceTheGroupOfMostOfItsTexelsAndSmallOnesThatOfTheirPlace() {
    Mesh cube = Shapes.unwrappedCube();
    Sheet sheet = SheetLayout.ONE.divide(cube).get(0);
    for (int size : new int[] {64, 3}) {
      BakedSheet baked =
          PreparedBake.fromTarget(cube, Origins.claims(cube, FACES, PALETTE.groups()))
              .bake(sheet, new SheetSettings(size, size, 4, false, 1), Progress.NONE);
      MapFaceGroups faces = new MapFaceGroups(cube);
      faces.add(MaskTarget.of(cube).sheet(sheet, baked.maps(), 2), 2);
      if (size == 64) {
        assertThat(faces.groups()).containsExactly(FACES);
      } else {
        assertThat(faces.groups()).hasSize(6).containsAnyOf(1, 2, 3);
      }
    }
  }
}
