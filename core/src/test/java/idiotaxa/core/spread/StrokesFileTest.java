package idiotaxa.core.spread;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.UpAxis;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StrokesFileTest {
  private static Mesh grid() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("flat");
    Shapes.grid(builder, 10, 1, 0);
    return builder.build();
  }

  @Test
  void facesAndPointsAreRead() {
    List<Spread.Stroke> strokes =
        StrokesFile.read(
            "{\"strokes\": [{\"group\": 1, \"faces\": [12, 13.0]}, {\"group\": 0, \"points\": [[0.55, 0.25, 0.01], [0.65, 0.25, 0]], \"faces\": []}]}",
            grid());
    assertThat(strokes.get(0).group()).isEqualTo(1);
    assertThat(strokes.get(0).faces()).containsExactly(12, 13);
    assertThat(strokes.get(1).group()).isZero();
    assertThat(strokes.get(1).faces()).containsExactly(25, 26);
  }

  /** Points are as the file has them, whatever is made of its units and axes. */
  @Test
  void pointsAreInTheUnitsAndAxesOfTheFile() {
    Mesh inMillimetres = grid().in(0.001, UpAxis.Z);
    List<Spread.Stroke> strokes = StrokesFile.read("{\"strokes\": [{\"group\": 1, \"points\": [[0.55, 0.25, 0]]}]}", inMillimetres);
    assertThat(strokes.get(0).faces()).containsExactly(25);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{\"strokes\": []} | it holds none",
        "{} | it holds none",
        "[] | an object is expected",
        "{\"strokes\": [{\"group\": 1}]} | strokes[0]: faces or points are needed",
        "{\"strokes\": [{\"group\": 1, \"faces\": [100]}]} | strokes[0]: faces: 100 is no face of this model, which has 0 … 99",
        "{\"strokes\": [{\"group\": 1, \"faces\": [-1]}]} | -1 is no face",
        "{\"strokes\": [{\"group\": 1, \"faces\": [1.5]}]} | 1.5 is no face",
        "{\"strokes\": [{\"group\": 1, \"faces\": [1e300]}]} | is no face",
        "{\"strokes\": [{\"group\": 1, \"faces\": 4}]} | strokes[0].faces: a list of numbers is expected",
        "{\"strokes\": [{\"group\": -2, \"faces\": [1]}]} | group: 1",
        "{\"strokes\": [{\"group\": 70000, \"faces\": [1]}]} | group: 1",
        "{\"strokes\": [{\"group\": 1, \"points\": [[1, 2]]}]} | strokes[0].points: a list of [x, y, z] is expected",
        "{\"strokes\": [{\"group\": 1, \"points\": [[5, 5, 5]]}]} | lies off the surface",
        "{\"strokes\": [{\"group\": 1, \"faces\": [1], \"colour\": 3}]} | strokes[0].colour: this field is not known",
        "{\"strokes\": [ | is no JSON"
      })
  void whatIsWrongIsSaidAtItsPlace(String text, String said) {
    Mesh mesh = grid();
    assertThatThrownBy(() -> StrokesFile.read(text, mesh)).isInstanceOf(IllegalArgumentException.class).hasMessageContaining(said);
  }
}
