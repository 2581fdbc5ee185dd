package idiotaxa.core.handoff;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Group;
import idiotaxa.core.image.ExrWriter;
import idiotaxa.core.image.HalfFloat;
import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.PaddedMaps;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import tools.jackson.databind.node.ArrayNode;

/**
 * The coverage of every group as a channel of half floats, as OpenEXR, and one of what no group has. Over
 * a covered texel the channels sum to exactly 1: shares of 255 are rounded to 2048ths where their sums are.
 */
final class CoverageOutput extends SheetOutput {
  private static final String ENDING = ".C";
  private static final String UNCLAIMED = "unclaimed";

  private final List<Channel> channels;

  /**
   * @param group number, 0 for unclaimed
   */
  private record Channel(String name, int group) {}

  CoverageOutput(Place place, List<Group> groups) {
    super(place, "coverage of " + groups.size() + (groups.size() == 1 ? " group" : " groups"));
    List<String> words = new ArrayList<>(List.of(UNCLAIMED));
    groups.forEach(group -> words.add(group.name().replace('.', '-')));
    List<String> suffixes = new ArrayList<>(List.of("0"));
    groups.forEach(group -> suffixes.add(Integer.toString(group.number())));
    // A group that is called unclaimed is told from what nobody claims by its number.
    List<String> names = FileNames.distinct(words, suffixes);
    channels =
        IntStream.range(0, names.size())
            .mapToObj(i -> new Channel(names.get(i) + ENDING, i == 0 ? 0 : groups.get(i - 1).number()))
            .sorted(Comparator.comparing(Channel::name, CoverageOutput::byBytes))
            .toList();
  }

  /** The order that the format asks for. */
  private static int byBytes(String a, String b) {
    return Arrays.compareUnsigned(
        a.getBytes(StandardCharsets.UTF_8),
        b.getBytes(StandardCharsets.UTF_8));
  }

  @Override
  public void write(Ingredients ingredients, OutputStream out) throws IOException {
    PaddedMaps maps = ingredients.maps();
    ExrWriter.write(
        maps.width(),
        maps.height(),
        channels.stream().map(Channel::name).toList(),
        () -> new Rows(maps, channels),
        ingredients.threads(),
        out);
  }

  @Override
  void name(Entry entry) {
    ArrayNode list = entry.sheet().putObject("coverageImage").put("file", path()).putArray("channels");
    channels.forEach(
        channel -> list.addObject().put("name", channel.name()).put("group", channel.group()));
  }

  private static final class Rows implements ExrWriter.Lines {
    private final PaddedMaps maps;
    private final List<Channel> channels;
    private final boolean[][] isInSet;
    private final byte[] row;
    private final int[] sums;

    Rows(PaddedMaps maps, List<Channel> channels) {
      this.maps = maps;
      this.channels = channels;
      row = new byte[maps.width()];
      sums = new int[maps.width()];
      isInSet = new boolean[channels.size()][];
      for (int c = 0; c < isInSet.length; c++) {
        isInSet[c] = new boolean[channels.get(c).group() + 1];
        isInSet[c][channels.get(c).group()] = true;
      }
    }

    @Override
    public void line(int y, short[][] out) {
      Arrays.fill(sums, 0);
      for (int c = 0; c < channels.size(); c++) {
        if (channels.get(c).group() == 0) {
          maps.nobodyRow(y, row);
        } else {
          maps.coverageRow(y, isInSet[c], row, 0);
        }
        for (int x = 0; x < row.length; x++) {
          int before = sums[x];
          sums[x] += row[x] & 0xFF;
          out[c][x] = before == sums[x] ? 0 : HalfFloat.ofSteps(steps(sums[x]) - steps(before));
        }
      }
    }

    private static int steps(int share) {
      return (share * HalfFloat.STEPS + Coverage.FULL / 2) / Coverage.FULL;
    }
  }
}
