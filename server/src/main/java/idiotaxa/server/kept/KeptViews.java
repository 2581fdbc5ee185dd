package idiotaxa.server.kept;

import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDateTime;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Where a package that is kept up to date stands, as scripts and pages see it. */
@Component
public class KeptViews {
  /** The folder holds what is now. */
  public static final String TRUE = "true";

  /** Something changed, and it is waited whether more does. */
  public static final String WAITING = "waiting";

  public static final String BAKING = "baking";
  public static final String WRITING = "writing";
  public static final String HELD = "held";

  private final KeptStore store;

  KeptViews(KeptStore store) {
    this.store = store;
  }

  /**
   * A package that is kept up to date.
   *
   * @param folder its name in the hand-off folder
   * @param since since when the folder holds what it holds, UTC; null while it holds nothing
   * @param problem why it is held back, null while it is not
   * @param handoffId the package whose files lie in the folder, null for none
   */
  public record KeptView(
      String folder,
      @Schema(allowableValues = {TRUE, WAITING, BAKING, WRITING, HELD}) String state,
      LocalDateTime since,
      String problem,
      Long handoffId) {}

  /** Empty where the asset's package is not kept. */
  public Optional<KeptView> of(long assetId) {
    return store.find(assetId).map(row -> new KeptView(row.folder(), state(row), row.writtenAt(), row.problem(), row.writtenId()));
  }

  private static String state(KeptStore.KeptRow row) {
    if (row.seenStamp() == null || !row.seenStamp().equals(row.askedStamp())) {
      return WAITING;
    }
    if (row.problem() != null) {
      return HELD;
    }
    if (row.handoffId() == null) {
      return BAKING;
    }
    return row.handoffId().equals(row.writtenId()) ? TRUE : WRITING;
  }
}
