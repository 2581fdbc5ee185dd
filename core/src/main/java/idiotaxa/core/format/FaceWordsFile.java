package idiotaxa.core.format;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.FaceWords;
import idiotaxa.core.mesh.FaceWordsBuilder;
import idiotaxa.core.mesh.Mesh;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.dataformat.csv.CsvMapper;
import tools.jackson.dataformat.csv.CsvReadFeature;

/**
 * A list beside a model that says what its faces belong to, {@code lantern.groups.csv} or {@code .json} beside {@code
 * lantern.obj}. Faces are counted from 0 in the order of the file; one that is not named, or whose group is 0 or empty,
 * belongs to nothing.
 *
 * <p>CSV (RFC 4180) with a head of {@code face,group}, or no head and these two columns. JSON is a list of a group a face,
 * a list of {@code {"face": 0, "group": "hull"}}, or what {@code carry} and {@code sort} write: {@code {"groups": [[first,
 * last, number], …]}} with the names of its palette.
 */
final class FaceWordsFile {
  private static final String FACE = "face";
  private static final String GROUP = "group";
  private static final String CURE = "make it again for this model, or take it away";
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final CsvMapper CSV =
      CsvMapper.builder().enable(CsvReadFeature.WRAP_AS_ARRAY, CsvReadFeature.TRIM_SPACES, CsvReadFeature.SKIP_EMPTY_LINES).build();

  private final String file;
  private final int faces;
  private final FaceWordsBuilder words = new FaceWordsBuilder();

  private FaceWordsFile(String file, int faces) {
    this.file = file;
    this.faces = faces;
  }

  /**
   * The mesh with what a list beside its file says, which goes before what the file itself says.
   *
   * @throws FormatException when there is a list that is not of this mesh
   */
  static Mesh beside(FileBundle bundle, Mesh mesh) {
    String stem = bundle.mainName().replaceFirst("\\.[^./]*$", "");
    for (String ending : new String[] {".groups.csv", ".groups.json"}) {
      Optional<ByteBuffer> bytes = bundle.open(stem + ending);
      if (bytes.isPresent()) {
        FaceWordsFile list = new FaceWordsFile(stem + ending, mesh.faceCount());
        String text = StandardCharsets.UTF_8.decode(bytes.get()).toString();
        String plain = text.startsWith("\uFEFF") ? text.substring(1) : text;
        return mesh.withFaceWords(ending.endsWith("csv") ? list.csv(plain) : list.json(plain));
      }
    }
    return mesh;
  }

  private FaceWords csv(String text) {
    int faceColumn = 0;
    int groupColumn = 1;
    int line = 0;
    try (var rows = CSV.readerFor(String[].class).<String[]>readValues(text)) {
      while (rows.hasNextValue()) {
        String[] row = rows.nextValue();
        line++;
        if (line == 1 && !isNumber(row[0])) {
          faceColumn = column(row, FACE);
          groupColumn = column(row, GROUP);
        } else if (row.length <= Math.max(faceColumn, groupColumn)) {
          throw refuse("line " + line, "a face and a group are expected");
        } else {
          say("line " + line, row[faceColumn], row[groupColumn]);
        }
      }
    } catch (JacksonException e) {
      throw refuse("line " + (line + 1), "it is no CSV (" + e.getOriginalMessage() + ")");
    }
    return done();
  }

  private int column(String[] head, String name) {
    for (int c = 0; c < head.length; c++) {
      if (head[c].strip().toLowerCase(Locale.ROOT).equals(name)) {
        return c;
      }
    }
    throw refuse("line 1", "there is no column " + name);
  }

  private static boolean isNumber(String text) {
    return text.strip().matches("\\d+");
  }

  private FaceWords json(String text) {
    JsonNode root;
    try {
      root = JSON.readTree(text);
    } catch (JacksonException e) {
      throw refuse("", "it is no JSON (" + e.getOriginalMessage() + ")");
    }
    if (root.isArray()) {
      int i = 0;
      for (JsonNode item : root) {
        String place = "item " + i;
        if (item.isObject()) {
          say(place, item.path(FACE).asString(""), word(place, item.path(GROUP)));
        } else {
          say(place, Integer.toString(i), word(place, item));
        }
        i++;
      }
    } else if (root.path("groups").isArray()) {
      runs(root);
    } else {
      throw refuse("", "neither a list nor \"groups\" are there");
    }
    return done();
  }

  private String word(String place, JsonNode value) {
    if (value.isNull() || value.isString() || value.isIntegralNumber()) {
      return value.asString("");
    }
    throw refuse(place, "a group is a whole number or a name, got " + value);
  }

  private void runs(JsonNode root) {
    Map<Integer, String> names = new HashMap<>();
    for (JsonNode group : root.at("/palette/groups")) {
      names.put(group.path("number").asInt(0), group.path("name").asString(""));
    }
    int next = 0;
    for (JsonNode run : root.path("groups")) {
      int first = run.path(0).asInt(-1);
      int last = run.path(1).asInt(-1);
      int group = run.path(2).asInt(-1);
      if (first < next || last < first || last >= faces || group < 0) {
        throw refuse("groups", run + " is no stretch of " + faces + " faces behind the one before");
      }
      next = last + 1;
      for (int f = first; f <= last; f++) {
        words.set(f, group == 0 ? null : names.getOrDefault(group, Integer.toString(group)));
      }
    }
  }

  private void say(String place, String face, String group) {
    if (!isNumber(face) || face.strip().length() > 9 || Integer.parseInt(face.strip()) >= faces) {
      throw refuse(place, "face " + face + " is asked for, but there are only " + faces + ", counted from 0");
    }
    words.set(Integer.parseInt(face.strip()), group.strip().equals("0") ? null : group);
  }

  private FaceWords done() {
    words.skipTo(faces);
    return words.build();
  }

  private FormatException refuse(String place, String problem) {
    return new FormatException(file, place, problem, CURE);
  }
}
