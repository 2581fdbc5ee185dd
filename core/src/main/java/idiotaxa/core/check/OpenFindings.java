package idiotaxa.core.check;

import java.util.List;

/** Which findings about a model matter for what it is used as. */
public final class OpenFindings {
  private static final String NO_UVS = "no-uvs";

  private OpenFindings() {}

  /**
   * All that are told.
   *
   * @param isSource a source needs no UVs
   */
  public static List<Finding> told(ModelInspection inspection, boolean isSource) {
    return inspection.findings().stream().filter(f -> !isSource || !f.kind().equals(NO_UVS)).toList();
  }

  /** Of those, the ones that may make a bake come out wrong. */
  public static int count(ModelInspection inspection, boolean isSource) {
    return (int)
        told(inspection, isSource).stream().filter(f -> f.severity() != Severity.HARMLESS).count();
  }
}
