package idiotaxa.server.handoff;

import idiotaxa.core.template.Template;
import idiotaxa.core.template.TemplateJson;
import idiotaxa.server.web.Created;
import idiotaxa.server.web.VersionHeader;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** What hand-offs write and how it is named. */
@RestController
@RequestMapping("/api")
class TemplateController {
  private final TemplateService templates;

  TemplateController(TemplateService templates) {
    this.templates = templates;
  }

  /**
   * @param key of one of the templates
   */
  record ChosenTemplate(String key) {}

  /** A template as it comes in, checked by the same rules as one of a recipe. */
  static Template parsed(JsonNode template) {
    return TemplateJson.parse(template.toString());
  }

  /** All templates, ready ones first. */
  @GetMapping("/templates")
  List<TemplateService.TemplateView> list() {
    return templates.list();
  }

  /** Makes a template. */
  @PostMapping("/templates")
  @ResponseStatus(HttpStatus.CREATED)
  Created create(@RequestBody JsonNode template) {
    return new Created(templates.create(parsed(template)));
  }

  /**
   * Keeps a template.
   *
   * @param ifMatch the version that the change is based on, in quotes
   */
  @PutMapping("/templates/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable("id") long id,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody JsonNode template) {
    templates.change(id, VersionHeader.parse(ifMatch), parsed(template));
  }

  /**
   * Takes a template away.
   *
   * @param ifMatch the version that is meant, in quotes
   */
  @DeleteMapping("/templates/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void delete(@PathVariable("id") long id, @RequestHeader("If-Match") String ifMatch) {
    templates.delete(id, VersionHeader.parse(ifMatch));
  }

  /**
   * Chooses the template of the next hand-off.
   *
   * @param ifMatch the version of the asset that the change is based on, in quotes
   */
  @PutMapping("/assets/{id}/template")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void choose(
      @PathVariable("id") long id, @RequestHeader("If-Match") String ifMatch, @RequestBody ChosenTemplate chosen) {
    templates.choose(id, VersionHeader.parse(ifMatch), chosen.key());
  }
}
