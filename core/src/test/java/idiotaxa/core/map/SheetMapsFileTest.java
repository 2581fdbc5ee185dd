package idiotaxa.core.map;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.Shapes;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.work.Progress;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

class SheetMapsFileTest {
  @Test
  void comesBackAsItWas() throws IOException {
    MeshBuilder builder = new MeshBuilder();
    builder.part("grid");
    Shapes.grid(builder, 5, 1, 0);
    Mesh mesh = builder.build();
    int[] faceGroup = {1, 2, 1, 2, 1, 2, 1, 2, 1, 2, 1, 2, 1, 2, 1, 2, 1, 2, 1, 2, 1, 2, 1, 2, 0};
    List<Group> groups = List.of(Group.of(1, "a", 1), Group.of(2, "b", 2));
    SheetMaps maps =
        PreparedBake.fromTarget(mesh, Origins.claims(mesh, faceGroup, groups))
            .bake(
                SheetLayout.ONE.divide(mesh).get(0),
                new SheetSettings(33, 33, 16, false, 1),
                Progress.NONE)
            .maps();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    SheetMapsFile.write(maps, out);
    assertThat(SheetMapsFile.read(new ByteArrayInputStream(out.toByteArray()))).isEqualTo(maps);
    byte[] half = Arrays.copyOf(out.toByteArray(), out.size() / 2);
    assertThatThrownBy(() -> SheetMapsFile.read(new ByteArrayInputStream(half)))
        .isInstanceOf(IOException.class);
  }
}
