package idiotaxa.server.palette;

import idiotaxa.server.web.Created;
import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.PaletteCheck;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.core.group.PaletteTable;
import idiotaxa.core.group.Rgb;
import idiotaxa.server.group.GroupViews;
import idiotaxa.server.palette.PaletteService.WantedGroup;
import idiotaxa.server.web.VersionHeader;
import java.util.List;
import java.util.Map;
import java.nio.charset.StandardCharsets;
import idiotaxa.server.people.OnlyReads;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Palettes, their files, and which asset uses which. */
@RestController
class PaletteController {
  private final PaletteService palettes;
  private final PaletteUse use;

  PaletteController(PaletteService palettes, PaletteUse use) {
    this.palettes = palettes;
    this.use = use;
  }

  /**
   * @param fromAsset an asset whose groups it begins with and that uses it; absent for an empty one
   * @param show number of the show that it is for; absent where only one comes into question
   */
  record NewPalette(String name, Long fromAsset, Long show) {}

  /**
   * @param version of the palette that was changed
   */
  record WrittenPalette(int version, String name, List<WantedGroup> groups) {}

  record Judged(List<WantedGroup> groups) {}

  /** Another colour for one group. */
  record Move(int number, String color) {}

  /** See {@link PaletteCheck.Result}; colours as #RRGGBB. */
  record Judgement(
      double separation,
      double blendClearance,
      List<PaletteCheck.Pair> pairs,
      List<PaletteCheck.Triple> triples,
      List<Move> moves,
      double separationAfter,
      double blendClearanceAfter) {}

  /**
   * @param paletteId null for none
   */
  record ChosenPalette(Long paletteId) {}

  /** All palettes, by name. */
  @GetMapping("/api/palettes")
  List<PaletteService.PaletteView> list() {
    return palettes.list();
  }

  /** A palette with its groups and the assets that use it. */
  @GetMapping("/api/palettes/{id}")
  PaletteService.PaletteView get(@PathVariable("id") long id) {
    return palettes.get(id);
  }

  /** Makes a palette, empty or of the groups of an asset. */
  @PostMapping("/api/palettes")
  @ResponseStatus(HttpStatus.CREATED)
  Created create(@RequestBody NewPalette palette) {
    return Created.at(
        "/api/palettes",
        palette.fromAsset() == null
            ? palettes.create(new Palette(palette.name(), List.of()), palette.show())
            : palettes.createFrom(palette.fromAsset(), palette.name()));
  }

  /**
   * The text of a palette file becomes a palette.
   *
   * @param show number of the show that it is for; absent where only one comes into question
   */
  @PostMapping("/api/palettes/file")
  @ResponseStatus(HttpStatus.CREATED)
  Created read(@RequestParam(name = "show", required = false) Long show, @RequestBody String file) {
    return Created.at("/api/palettes", palettes.create(PaletteFile.read(file), show));
  }

  /** The palette as a file, JSON. */
  @GetMapping("/api/palettes/{id}/file.json")
  ResponseEntity<String> file(@PathVariable("id") long id) {
    Palette palette = palettes.palette(id);
    return download(palette, ".json", MediaType.APPLICATION_JSON, PaletteFile.write(palette));
  }

  /** The same as a table for people. */
  @GetMapping("/api/palettes/{id}/file.csv")
  ResponseEntity<String> table(@PathVariable("id") long id) {
    Palette palette = palettes.palette(id);
    MediaType csv = MediaType.parseMediaType("text/csv;charset=UTF-8");
    return download(palette, ".csv", csv, PaletteTable.write(palette));
  }

  private static ResponseEntity<String> download(
      Palette palette, String ending, MediaType type, String text) {
    String name = FileNames.clean(palette.name()) + ending;
    return ResponseEntity.ok()
        .contentType(type)
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build()
                .toString())
        .body(text);
  }

  /** Keeps a palette; the groups of assets that use it follow. */
  @PutMapping("/api/palettes/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(@PathVariable("id") long id, @RequestBody WrittenPalette palette) {
    palettes.change(id, palette.version(), palette.name(), palette.groups());
  }

  /** Takes a palette away that no asset uses. */
  @DeleteMapping("/api/palettes/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void delete(@PathVariable("id") long id) {
    palettes.delete(id);
  }

  /** Judges colours without keeping them. */
  @PostMapping("/api/palettes/check")
  @OnlyReads
  Judgement check(@RequestBody Judged judged) {
    PaletteCheck.Result result = palettes.check(judged.groups());
    return new Judgement(
        result.quality().separation(),
        result.quality().blendClearance(),
        result.pairs(),
        result.triples(),
        result.moves().stream().map(m -> new Move(m.number(), Rgb.toHex(m.color()))).toList(),
        result.after().separation(),
        result.after().blendClearance());
  }

  /** New colours for the groups whose colours are not locked, by number. */
  @PostMapping("/api/palettes/colors")
  @OnlyReads
  Map<Integer, String> proposeColors(@RequestBody Judged judged) {
    return palettes.proposeColors(judged.groups());
  }

  /**
   * Chooses the palette that the groups follow, or none.
   *
   * @param ifMatch the version of the asset that the change is based on, in quotes
   */
  @PutMapping("/api/assets/{assetId}/palette")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void choose(
      @PathVariable("assetId") long assetId,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody ChosenPalette chosen) {
    use.choose(assetId, VersionHeader.parse(ifMatch), chosen.paletteId());
  }

  /**
   * Keeps a look in a group; one of a palette's is changed in the palette.
   *
   * @param ifMatch the version of the group that the change is based on, in quotes
   */
  @PutMapping("/api/assets/{assetId}/groups/{id}/look")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changeLook(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody GroupViews.LookView look) {
    palettes.changeLook(assetId, id, VersionHeader.parse(ifMatch), look.parsed());
  }

  /** Looks to begin from. */
  @GetMapping("/api/looks")
  List<GroupViews.ReadyLook> looks() {
    return GroupViews.readyLooks();
  }
}
