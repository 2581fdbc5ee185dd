package idiotaxa.cli;

import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.map.NearestCovered;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.work.Parallel;
import java.util.Optional;
import java.util.function.Predicate;
import picocli.CommandLine.Option;

/** How finely and how far a bake looks. */
final class SamplingOptions {
  @Option(names = "--size", defaultValue = "2048", description = "Side of a sheet, px.")
  private int size;

  @Option(names = "--samples", defaultValue = "16", description = "1, 4, 16 or 64 a texel.")
  private int samples;

  @Option(names = "--exact", description = "All samples in every texel.")
  private boolean isExact;

  @Option(names = "--padding", defaultValue = "16", description = "px, fill or none.")
  private String padding;

  @Option(names = "--reach", defaultValue = "auto", description = "auto or OUT:IN in metres.")
  private String reach;

  @Option(names = "--threads", description = "Threads; all cores by default.")
  private int threads = Parallel.cores();

  /**
   * Takes what a recipe says where the command line says nothing.
   *
   * @param isGiven whether an option was given
   */
  void apply(RecipeOption recipe, Predicate<String> isGiven) {
    size = isGiven.test("--size") ? size : whole("size", recipe.setting("size", "" + size));
    samples =
        isGiven.test("--samples") ? samples : whole("samples", recipe.setting("samples", "" + samples));
    padding = isGiven.test("--padding") ? padding : recipe.setting("padding", padding);
    reach = isGiven.test("--reach") ? reach : recipe.setting("reach", reach);
  }

  private static int whole(String name, String value) {
    try {
      return Integer.parseInt(value);
    } catch (NumberFormatException e) {
      throw new IllegalArgumentException(
          "bake." + name + ": a whole number is expected, got " + value, e);
    }
  }

  /** Reads every option once, so that a wrong one is said before anything is computed. */
  void check() {
    settings();
    padding();
    reach();
  }

  int size() {
    return size;
  }

  int samples() {
    return samples;
  }

  int threads() {
    return threads;
  }

  SheetSettings settings() {
    return new SheetSettings(size, size, samples, isExact, threads);
  }

  int padding() {
    if (padding.equals("fill")) {
      return NearestCovered.EVERYWHERE;
    }
    if (padding.equals("none")) {
      return 0;
    }
    try {
      int px = Integer.parseInt(padding);
      if (px >= 0) {
        return px;
      }
    } catch (NumberFormatException e) {
      // Said below, together with a negative number.
    }
    throw new IllegalArgumentException(
        "--padding must be a number of px from 0, fill or none, got " + padding);
  }

  Optional<Reach> reach() {
    if (reach.equals("auto")) {
      return Optional.empty();
    }
    String[] sides = reach.split(":");
    try {
      if (sides.length == 2) {
        return Optional.of(new Reach(Double.parseDouble(sides[0]), Double.parseDouble(sides[1])));
      }
    } catch (NumberFormatException e) {
      // Said below.
    }
    throw new IllegalArgumentException(
        "--reach must be auto or OUT:IN in metres, for example 0.012:0.01, got " + reach);
  }
}
