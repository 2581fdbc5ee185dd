package idiotaxa.server.sort;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is to be looked at after a carry-over. */
@RestController
@RequestMapping("/api/assets/{assetId}/revisions/{id}/review")
class ReviewController {
  private final ReviewService review;

  ReviewController(ReviewService review) {
    this.review = review;
  }

  /**
   * An answer to items.
   *
   * @param answer {@code right}, {@code there} or {@code open}
   * @param groupId for {@code there}; 0 for the unclaimed drawer
   */
  record Answer(List<Long> items, String answer, Long groupId) {}

  /** Pairs of first and one past the last face. */
  record ItemFaces(int[] faceRanges) {}

  /** What waits to be looked at since the revision took the place of another. */
  @GetMapping
  ReviewService.ReviewView list(@PathVariable("assetId") long assetId, @PathVariable("id") long id) {
    return review.list(assetId, id);
  }

  /** The faces that an item is about. */
  @GetMapping("/{itemId}/faces")
  ItemFaces faces(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @PathVariable("itemId") long itemId) {
    return new ItemFaces(review.faceRanges(assetId, id, itemId));
  }

  /** Answers items of the review. */
  @PostMapping("/answers")
  ReviewService.ReviewView answer(
      @PathVariable("assetId") long assetId, @PathVariable("id") long id, @RequestBody Answer answer) {
    return switch (String.valueOf(answer.answer())) {
      case "right" -> review.right(assetId, id, answer.items());
      case "open" -> review.reopen(assetId, id, answer.items());
      case "there" -> {
        if (answer.groupId() == null) {
          throw new IllegalArgumentException("groupId is missing: where do the faces belong?");
        }
        yield review.there(assetId, id, answer.items(), answer.groupId());
      }
      default ->
          throw new IllegalArgumentException(
              "answer: one of right, there, open is expected, got " + answer.answer());
    };
  }
}
