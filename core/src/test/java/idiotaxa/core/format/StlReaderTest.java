package idiotaxa.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.Weld;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StlReaderTest {
  /** A square of two triangles, and one apart. */
  private static final float[] CORNERS = {
    0, 0, 0, 1, 0, 0, 1, 1, 0, //
    -0f, 0, 0, 1, 1, 0, 0, 1, 0, //
    5, 0, 0, 6, 0, 0, 5, 1, 0
  };

  @TempDir Path folder;

  private static byte[] binary(String head) {
    ByteBuffer bytes = ByteBuffer.allocate(84 + 3 * 50).order(ByteOrder.LITTLE_ENDIAN);
    bytes.put(Arrays.copyOf(head.getBytes(StandardCharsets.US_ASCII), 80)).putInt(3);
    for (int t = 0; t < 3; t++) {
      bytes.putFloat(0).putFloat(0).putFloat(1);
      for (int i = 0; i < 9; i++) {
        bytes.putFloat(CORNERS[9 * t + i]);
      }
      bytes.putShort((short) 0);
    }
    return bytes.array();
  }

  private Mesh read(byte[] bytes) throws IOException {
    return MeshFiles.read(FileBundle.beside(Files.write(folder.resolve("float.stl"), bytes)));
  }

  private static void check(Mesh mesh) {
    assertThat(mesh.faceCount()).isEqualTo(3);
    assertThat(mesh.vertexCount()).as("corners at one place").isEqualTo(7);
    assertThat(mesh.hasUvs()).isFalse();
    assertThat(Pieces.of(mesh, Weld.of(mesh)).count()).isEqualTo(2);
    for (int c = 0; c < 9; c++) {
      for (int k = 0; k < 3; k++) {
        assertThat(mesh.positions()[3 * mesh.cornerVertex()[c] + k] + 0f).isEqualTo(CORNERS[3 * c + k] + 0f);
      }
    }
  }

  @Test
  void binaryIsToldByItsLengthWhateverItsHead() throws IOException {
    for (String head : new String[] {"", "solid of a program that does not mind"}) {
      Mesh mesh = read(binary(head));
      check(mesh);
      assertThat(mesh.parts()).extracting(Part::name).containsExactly("float");
    }
  }

  @Test
  void everySolidOfATextIsAPart() throws IOException {
    StringBuilder text = new StringBuilder("solid deck plate\r\n");
    for (int t = 0; t < 3; t++) {
      text.append(t == 2 ? "endsolid deck plate\r\nsolid\r\n" : "").append(" facet normal 0 0 1\r\n  outer loop\r\n");
      for (int k = 0; k < 3; k++) {
        int at = 9 * t + 3 * k;
        text.append("   vertex %e %s %s\r\n".formatted(CORNERS[at], CORNERS[at + 1], CORNERS[at + 2]));
      }
      text.append("  endloop\r\n endfacet\r\n");
    }
    Mesh mesh = read((text + "endsolid\r\n").getBytes(StandardCharsets.US_ASCII));
    check(mesh);
    assertThat(mesh.parts()).extracting(Part::name).containsExactly("deck plate", "float");
    assertThat(mesh.facePart()).containsExactly(0, 0, 1);
  }

  @Test
  void whatIsBrokenIsRefusedWithItsPlace() {
    byte[] whole = binary("");
    String[][] wrong = {
      {"solid x\nfacet\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nendloop\n", "line 6", "three corners"},
      {"solid x\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nvertex 1 1 0\nvertex 0 1 0\nendloop\n", "line 6", "three corners"},
      {"solid x\nouter loop\nvertex 0 zero 0\n", "line 3", ""},
      {"outer loop", "its head", "ends within its head"},
    };
    for (String[] each : wrong) {
      assertThatThrownBy(() -> read(each[0].getBytes(StandardCharsets.US_ASCII)))
          .isInstanceOf(FormatException.class)
          .hasMessageContaining("float.stl")
          .hasMessageContaining(each[1])
          .hasMessageContaining(each[2]);
    }
    assertThatThrownBy(() -> read(Arrays.copyOf(whole, whole.length - 1)))
        .hasMessageContaining("3 triangles are said, which the file's 233 bytes do not hold");
    whole[83] = (byte) 0xFF;
    assertThatThrownBy(() -> read(whole)).hasMessageContaining("4278190083 triangles are said");
    assertThatThrownBy(() -> read(Arrays.copyOf(new byte[84], 84))).hasMessageContaining("no faces");
  }
}
