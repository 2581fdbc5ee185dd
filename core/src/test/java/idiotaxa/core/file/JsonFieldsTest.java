package idiotaxa.core.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;

class JsonFieldsTest {
  private record Point(int x, double y, String name) {}

  private static Point point(JsonFields f) {
    return new Point(f.whole("x"), f.number("y", 0.5), f.text("name", "none"));
  }

  private static List<Point> read(String json) {
    JsonFields root = JsonFields.parse("list of points", json);
    return root.checked(() -> root.list("points", JsonFieldsTest::point));
  }

  @Test
  void whatIsLeftOutHasItsUsualValue() {
    assertThat(read("{}")).isEmpty();
    assertThat(read("{\"points\": null}")).isEmpty();
    assertThat(read("{\"points\": [{\"x\": 3}, {\"x\": 4.0, \"y\": 1, \"name\": \"a\"}]}"))
        .containsExactly(new Point(3, 0.5, "none"), new Point(4, 1, "a"));
  }

  @Test
  void everythingElseIsRefusedByItsPath() {
    refuses("{\"points\": {}}", "points: a list is expected, got {}");
    refuses("{\"points\": [{}]}", "points[0].x: a whole number is expected, got nothing");
    refuses("{\"points\": [{\"x\": 1.5}]}", "points[0].x: a whole number is expected, got 1.5");
    refuses("{\"points\": [{\"x\": 1e30}]}", "points[0].x: a whole number is expected");
    refuses("{\"points\": [{\"x\": 1}, {\"x\": \"2\"}]}", "points[1].x: a whole number is expected, got \"2\"");
    refuses("{\"points\": [{\"x\": 1, \"y\": true}]}", "points[0].y: a number is expected, got true");
    refuses("{\"points\": [{\"x\": 1, \"name\": 7}]}", "points[0].name: a text is expected, got 7");
    refuses("{\"points\": [{\"x\": 1, \"z\": 7}]}", "points[0].z: this field is not known here");
    refuses("{\"points\": [3]}", "points[0]: an object is expected");
    refuses("{\"point\": []}", "point: this field is not known here");
    refuses("[]", "the file: an object is expected");
    refuses("{\"points\": [", "the list of points is no JSON");
  }

  private static void refuses(String json, String sentence) {
    assertThatThrownBy(() -> read(json))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageStartingWith(sentence);
  }

  @Test
  void whatAValueRefusesIsSaidAtItsPlace() {
    JsonFields root = JsonFields.parse("list", "{\"points\": [{\"x\": 1}, {\"x\": -1}]}");
    assertThatThrownBy(
            () ->
                root.list(
                    "points",
                    f -> {
                      if (f.whole("x") < 0) {
                        throw new IllegalArgumentException("x must not be negative");
                      }
                      return f;
                    }))
        .hasMessage("points[1]: x must not be negative");
  }

  @Test
  void listsOfNumbersAndTextsHoldNothingElse() {
    JsonFields root = JsonFields.parse("lists", "{\"n\": [1, 2.5], \"t\": [\"a\"], \"m\": [1, \"a\"]}");
    assertThat(root.numbers("n", v -> v)).containsExactly(1.0, 2.5);
    assertThat(root.texts("t")).containsExactly("a");
    assertThat(root.numbers("none", v -> v)).isEmpty();
    assertThatThrownBy(() -> root.numbers("m", v -> v)).hasMessageContaining("m: a list of numbers");
    assertThatThrownBy(() -> root.texts("m")).hasMessageContaining("m: a list of texts");
    assertThatThrownBy(() -> root.object("n")).hasMessageContaining("n: an object is expected");
  }
}
