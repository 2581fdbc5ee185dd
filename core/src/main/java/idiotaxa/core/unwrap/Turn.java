package idiotaxa.core.unwrap;

/**
 * A chart turned by quarters and scaled to cells, its box at the origin.
 *
 * @param quarters 0 … 3, counter-clockwise
 * @param minX of the chart
 * @param minY of the chart
 * @param width of the chart
 * @param height of the chart
 * @param scale cells a unit
 */
record Turn(int quarters, double minX, double minY, double width, double height, double scale) {
  static final int COUNT = 4;

  static Turn of(Chart chart, int quarters, double scale) {
    return new Turn(
        quarters, chart.minX(), chart.minY(), chart.width(), chart.height(), scale);
  }

  double x(double px, double py) {
    double x = px - minX;
    double y = py - minY;
    return scale
        * switch (quarters) {
          case 0 -> x;
          case 1 -> height - y;
          case 2 -> width - x;
          default -> y;
        };
  }

  double y(double px, double py) {
    double x = px - minX;
    double y = py - minY;
    return scale
        * switch (quarters) {
          case 0 -> y;
          case 1 -> x;
          case 2 -> height - y;
          default -> width - x;
        };
  }
}
