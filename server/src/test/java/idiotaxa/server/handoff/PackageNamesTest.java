package idiotaxa.server.handoff;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;

/** Names of every script and of one spelling but for case, through bake and hand-off, on several sheets. */
class PackageNamesTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());

  /** Quads in a row, each in a UDIM tile of its own. */
  private static Map<String, byte[]> row(int count) {
    StringBuilder obj = new StringBuilder();
    for (int i = 0; i < count; i++) {
      obj.append("o part_%d\n".formatted(i));
      int[][] corners = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
      for (int[] c : corners) {
        obj.append("v %d %d 0\nvt %s %s\n".formatted(i + c[0], c[1], i + 0.9 * c[0], 0.9 * c[1]));
      }
      int v = 4 * i;
      obj.append("f %1$d/%1$d %2$d/%2$d %3$d/%3$d %4$d/%4$d\n".formatted(v + 1, v + 2, v + 3, v + 4));
    }
    return Map.of("row.obj", obj.toString().getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void everyFileOfAPackageHasANameOfItsOwn() throws IOException {
    List<String> names =
        List.of("Bolt", "bolt", "BOLT", "ボルト", "болт", "a/b", "a:b", "x".repeat(80), "CON");
    SortedAsset sorted = new SortedAsset(api, "灯台 Маяк", row(names.size()));
    for (int i = 0; i < names.size(); i++) {
      sorted.claim(sorted.createGroup(names.get(i)), i, i + 1);
    }
    PackedAsset packed = new PackedAsset(api, sorted.asset);
    long bake = packed.bake();
    List<String> planned = packed.plan(bake);
    byte[] zip = api.bytes("/api/handoffs/" + packed.pack(bake) + "/package");
    List<String> written = new ArrayList<>();
    Set<String> withoutCase = new HashSet<>();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        written.add(entry.getName());
        assertThat(withoutCase.add(entry.getName().toLowerCase(Locale.ROOT)))
            .as(entry.getName())
            .isTrue();
        assertThat(entry.getName()).doesNotContain("unnamed", ":", "\\");
        assertThat(entry.getName().substring(entry.getName().lastIndexOf('/') + 1).length())
            .isLessThanOrEqualTo(255);
      }
    }
    assertThat(written).containsExactlyInAnyOrderElementsOf(planned);
    assertThat(written).contains("灯台-Маяк_1001_id.png", "灯台-Маяк_1009_id.png");
    assertThat(written).anyMatch(n -> n.contains("ボルト")).anyMatch(n -> n.contains("болт"));
    // ID and index map and a mask for the one group of each sheet at least, padded and unpadded.
    assertThat(written).hasSizeGreaterThanOrEqualTo(2 * names.size() * 3);
  }
}
