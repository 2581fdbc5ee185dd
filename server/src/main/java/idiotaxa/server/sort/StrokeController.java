package idiotaxa.server.sort;

import idiotaxa.server.people.Costly;
import idiotaxa.server.people.OnlyReads;
import java.util.List;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Strokes over a surface that no part, piece or island divides. */
@RestController
@RequestMapping("/api/assets/{assetId}/revisions/{id}")
class StrokeController {
  private final StrokeService strokes;

  StrokeController(StrokeService strokes) {
    this.strokes = strokes;
  }

  /**
   * @param strokes absent or empty to have the surface measured beforehand
   * @param faceRanges pairs of first and one past the last face that may follow; absent for all that is unclaimed in the
   *     parts that strokes touch
   */
  record Drawn(List<StrokeService.DrawnStroke> strokes, int[] faceRanges) {}

  /** What follows strokes along the creases of the surface, without keeping it; claims of several groups keep it. */
  @PostMapping("/spread")
  @OnlyReads
  @Costly
  StrokeService.Following spread(
      @PathVariable("assetId") long assetId, @PathVariable("id") long id, @RequestBody Drawn drawn) {
    return strokes.follow(assetId, id, drawn.strokes() == null ? List.of() : drawn.strokes(), drawn.faceRanges());
  }
}
