package idiotaxa.server.asset;

import idiotaxa.core.mesh.Mesh;

/** Where the models of an asset have their origin in their files, metres with Y up. */
public record LocalOrigin(double x, double y, double z) {
  /** Where a model has its own. */
  public static LocalOrigin of(Mesh mesh) {
    double[] origin = mesh.frame().originInMetres();
    return new LocalOrigin(origin[0], origin[1], origin[2]);
  }

  /** Null where one of them is. */
  static LocalOrigin of(Double x, Double y, Double z) {
    return x == null || y == null || z == null ? null : new LocalOrigin(x, y, z);
  }

  /** The same model from here. */
  Mesh around(Mesh mesh) {
    return mesh.in(mesh.frame().at(x, y, z));
  }
}
