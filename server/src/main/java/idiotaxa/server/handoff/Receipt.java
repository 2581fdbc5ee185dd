package idiotaxa.server.handoff;

import java.util.List;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a receiver says of a package, as far as it is shown: everything that is missing makes it unreadable.
 *
 * @param isAccepted whether there are no problems
 * @param problems in words
 * @param files number of files whose checksum was right
 * @param meshes compared with the ID maps; none of receivers that do not
 * @param remarks what a stranger would get wrong, in words; none of receivers that do not tell
 */
public record Receipt(
    Boolean isAccepted,
    String asset,
    List<String> problems,
    Integer files,
    List<Sheet> sheets,
    List<MeshEntry> meshes,
    List<String> remarks) {
  private static final JsonMapper JSON =
      JsonMapper.builder().disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

  /** A sheet; size in texels. */
  public record Sheet(
      String name,
      Integer width,
      Integer height,
      List<Mask> masks,
      List<Pack> packs,
      List<Layered> layers) {
    public Sheet {
      need(name, width, height, masks);
      need(masks.toArray());
      packs = orNone(packs);
      layers = orNone(layers);
    }
  }

  /** A pack, channel by channel. */
  public record Pack(String file, List<Channel> channels) {
    public Pack {
      need(file, channels);
      need(channels.toArray());
    }
  }

  /** A layered file, layer by layer. */
  public record Layered(String file, List<Channel> layers) {
    public Layered {
      need(file, layers);
      need(layers.toArray());
    }
  }

  /** A channel or layer; texels that differ from the mask of its name, −1 where there is no such mask. */
  public record Channel(String channel, String of, Long differing) {
    public Channel {
      need(channel, of, differing);
    }
  }

  /** A mesh; faces that differ from the ID map at their middle, and those that lie beside every map. */
  public record MeshEntry(String file, String carries, Long faces, Long differing, Long beside) {
    public MeshEntry {
      need(file, carries, faces, differing, beside);
    }
  }

  /** A mask against a pick of its colour; numbers of texels. */
  public record Mask(
      String name,
      String color,
      Integer tolerance,
      Long picked,
      Long expected,
      Long wronglyTaken,
      Long wronglyLeft) {
    public Mask {
      need(name, color, tolerance, picked, expected, wronglyTaken, wronglyLeft);
    }
  }

  public Receipt {
    need(isAccepted, problems, files, sheets);
    need(problems.toArray());
    need(sheets.toArray());
    meshes = orNone(meshes);
    remarks = orNone(remarks);
  }

  private static <T> List<T> orNone(List<T> list) {
    if (list == null) {
      return List.of();
    }
    need(list.toArray());
    return list;
  }

  private static void need(Object... values) {
    for (Object value : values) {
      if (value == null) {
        throw new IllegalArgumentException("a receipt has all of its fields");
      }
    }
  }

  /**
   * @throws IllegalArgumentException when this is no receipt
   */
  static Receipt read(String json) {
    try {
      Receipt receipt = JSON.readValue(json, Receipt.class);
      need(receipt);
      return receipt;
    } catch (JacksonException e) {
      throw new IllegalArgumentException("this is no receipt", e);
    }
  }

  String write() {
    return JSON.writeValueAsString(this);
  }
}
