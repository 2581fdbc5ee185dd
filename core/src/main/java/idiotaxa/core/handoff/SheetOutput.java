package idiotaxa.core.handoff;

import java.io.IOException;

/** A file of one sheet. */
abstract class SheetOutput implements Output {
  private final Place place;
  private final String what;

  /**
   * Where a file of a sheet goes.
   *
   * @param isNamed whether the manifest names it; a twin without padding lies beside it under the same name
   */
  record Place(SheetLayer layer, String path, boolean isNamed) {}

  /**
   * @param what in words, without its layer
   */
  SheetOutput(Place place, String what) {
    this.place = place;
    this.what = what + ", " + place.layer().words();
  }

  @Override
  public final String path() {
    return place.path();
  }

  @Override
  public final String what() {
    return what;
  }

  @Override
  public final SheetLayer layer() {
    return place.layer();
  }

  @Override
  public final void describe(Entry entry) throws IOException {
    if (place.isNamed()) {
      name(entry);
    }
  }

  /** Puts the file into the manifest. */
  abstract void name(Entry entry) throws IOException;
}
