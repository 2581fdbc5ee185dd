package idiotaxa.server.change;

import idiotaxa.server.web.NotFoundException;
import java.nio.ByteBuffer;
import java.util.BitSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.roaringbitmap.buffer.ImmutableRoaringBitmap;
import org.springframework.stereotype.Service;

/** What is to be looked at after a carry-over, and the answers. */
@Service
public class ReviewItems {
  private final CarryStore store;

  ReviewItems(CarryStore store) {
    this.store = store;
  }

  /**
   * One thing to look at, without its faces.
   *
   * @param id 0 for one that is to be added
   * @param reason word of a {@link idiotaxa.core.carry.ReviewItem.Reason}
   * @param newPart index in the revision, −1 for a lost part
   * @param oldPart index in the revision before, −1 for a new part
   * @param groupId that most of its faces were given, 0 for none
   * @param area square metres
   * @param kin items of one number are alike
   * @param answerId entry of the journal that answered it, 0 for "right", null while it waits
   */
  public record Item(
      long id,
      String reason,
      int newPart,
      int oldPart,
      long groupId,
      int faceCount,
      double area,
      int kin,
      Long answerId) {
    public boolean isLostPart() {
      return newPart < 0;
    }
  }

  /** Largest first; none for a revision that took no other's place. */
  public List<Item> of(long revisionId) {
    return store.items(revisionId);
  }

  /**
   * Faces of the revision, or of the one before for a lost part.
   *
   * @throws NotFoundException when the revision has no such item
   */
  public BitSet faces(long revisionId, long itemId) {
    byte[] packed =
        store
            .faces(revisionId, itemId)
            .orElseThrow(() -> new NotFoundException("item of this review", itemId));
    return unpacked(packed);
  }

  /** Faces of all items by their ids, as {@link #faces} has them. */
  public Map<Long, BitSet> allFaces(long revisionId) {
    Map<Long, BitSet> all = new HashMap<>();
    store.allFaces(revisionId).forEach((id, packed) -> all.put(id, unpacked(packed)));
    return all;
  }

  private static BitSet unpacked(byte[] packed) {
    BitSet faces = new BitSet();
    new ImmutableRoaringBitmap(ByteBuffer.wrap(packed)).forEach((int f) -> faces.set(f));
    return faces;
  }

  /**
   * @param answerId entry of the journal, 0 for "right", null to ask again
   */
  public void answer(long revisionId, Collection<Long> itemIds, Long answerId) {
    store.setAnswer(revisionId, itemIds, answerId);
  }
}
