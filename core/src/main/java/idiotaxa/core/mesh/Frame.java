package idiotaxa.core.mesh;

/**
 * How the coordinates of a file become those of a mesh, which are metres with Y up, near the origin: of a coordinate the local
 * origin is taken off in double precision, so that models that lie far from the origin of their file lose nothing in floats.
 *
 * @param x local origin in units and axes of the file
 * @param metresPerUnit above 0
 */
public record Frame(double x, double y, double z, double metresPerUnit, UpAxis up) {
  /** Metres with Y up, where they are. */
  public static final Frame PLAIN = new Frame(0, 0, 0, 1, UpAxis.Y);

  /** What lies nearer to the origin of its file stays there: floats tell 0.06 mm apart at a kilometre. */
  private static final double NEAR = 1024;

  /** Nothing that is meant lies farther. */
  private static final double FARTHEST = 1e12;

  public Frame {
    if (!(metresPerUnit > 0 && metresPerUnit < Double.POSITIVE_INFINITY)) {
      throw new IllegalArgumentException("a unit must be longer than 0 m, got " + metresPerUnit);
    }
  }

  /** The frame of a model, chosen by one of its points; a plain one near the origin. */
  public static Frame around(double x, double y, double z) {
    return new Frame(rounded(x), rounded(y), rounded(z), 1, UpAxis.Y);
  }

  private static double rounded(double value) {
    return Math.abs(value) > NEAR && Math.abs(value) < FARTHEST ? Math.rint(value) : 0;
  }

  /** The same place, in another unit and with another axis up. */
  public Frame in(double unit, UpAxis axis) {
    return new Frame(x, y, z, unit, axis);
  }

  /**
   * The same unit and axes from another place.
   *
   * @param metresX of it in metres with Y up
   */
  public Frame at(double metresX, double metresY, double metresZ) {
    double across = metresX / metresPerUnit;
    return up == UpAxis.Y
        ? new Frame(across, metresY / metresPerUnit, metresZ / metresPerUnit, metresPerUnit, up)
        : new Frame(across, (0 - metresZ) / metresPerUnit, metresY / metresPerUnit, metresPerUnit, up);
  }

  /** Whether a mesh has the coordinates of its file. */
  public boolean isPlain() {
    return equals(PLAIN);
  }

  /** Whether the mesh lies elsewhere than in its file. */
  public boolean isFar() {
    return x != 0 || y != 0 || z != 0;
  }

  /** Where the origin of the mesh lies in the file, metres with Y up. */
  public double[] originInMetres() {
    return up == UpAxis.Y
        ? new double[] {metresPerUnit * x, metresPerUnit * y, metresPerUnit * z}
        : new double[] {metresPerUnit * x, metresPerUnit * z, 0 - metresPerUnit * y};
  }

  /** Vectors of three values each, turned from the file's axes to the mesh's and made so many times as long. */
  float[] turned(float[] xyz, double times) {
    float[] out = new float[xyz.length];
    for (int i = 0; i < xyz.length; i += 3) {
      out[i] = (float) (times * xyz[i]);
      out[i + 1] = (float) (times * (up == UpAxis.Y ? xyz[i + 1] : xyz[i + 2]));
      out[i + 2] = (float) (times * (up == UpAxis.Y ? xyz[i + 2] : 0 - xyz[i + 1]));
    }
    return out;
  }

  /**
   * Writes a position as the file has it: in its unit, axes and place.
   *
   * @param positions of the mesh
   * @param at index of the first of three values
   */
  public void toFile(float[] positions, int at, double[] out) {
    direction(positions, at, out);
    out[0] = x + out[0] / metresPerUnit;
    out[1] = y + out[1] / metresPerUnit;
    out[2] = z + out[2] / metresPerUnit;
  }

  /** The same for a direction, whose length stays. */
  public void direction(float[] values, int at, double[] out) {
    out[0] = values[at];
    out[1] = up == UpAxis.Y ? values[at + 1] : 0 - values[at + 2];
    out[2] = up == UpAxis.Y ? values[at + 2] : values[at + 1];
  }

  /** The other way round: a position of the file as the mesh has it, metres. */
  public double[] toMesh(double[] inFile) {
    double right = metresPerUnit * (inFile[0] - x);
    double second = metresPerUnit * (inFile[1] - y);
    double third = metresPerUnit * (inFile[2] - z);
    return up == UpAxis.Y ? new double[] {right, second, third} : new double[] {right, third, 0 - second};
  }
}
