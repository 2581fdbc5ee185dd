package idiotaxa.server.bake;

/**
 * A sheet of a bake.
 *
 * @param mapsBlobId null until it is baked
 * @param report JSON, null until it is baked
 * @param isReused whether the maps are those of an earlier bake
 */
public record SheetRow(
    long id, long bakeId, String name, Long mapsBlobId, String report, boolean isReused) {
  public boolean isBaked() {
    return mapsBlobId != null;
  }
}
