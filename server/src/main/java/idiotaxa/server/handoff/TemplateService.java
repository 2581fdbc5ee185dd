package idiotaxa.server.handoff;

import idiotaxa.core.template.ReadyTemplates;
import idiotaxa.core.template.Template;
import idiotaxa.core.template.TemplateJson;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.web.ConflictException;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;

/** Ready templates and those made here, and which one an asset uses. */
@Service
public class TemplateService {
  private static final String READY = "ready:";
  private static final String OWN = "own:";

  private final TemplateStore templates;
  private final AssetStore assets;

  TemplateService(TemplateStore templates, AssetStore assets) {
    this.templates = templates;
    this.assets = assets;
  }

  /**
   * A template as recipes have it, with what it is chosen by.
   *
   * @param id null for a ready one, which cannot be changed
   * @param version null for a ready one
   */
  public record TemplateView(String key, Long id, Integer version, String name, JsonNode write) {}

  /** The ready ones first. */
  public List<TemplateView> list() {
    List<TemplateView> all = new ArrayList<>();
    ReadyTemplates.all().forEach(t -> all.add(view(READY + t.name(), null, null, t)));
    templates
        .list()
        .forEach(row -> all.add(view(OWN + row.id(), row.id(), row.version(), row.template())));
    return all;
  }

  private static TemplateView view(String key, Long id, Integer version, Template template) {
    return new TemplateView(
        key, id, version, template.name(), TemplateJson.node(template).get("write"));
  }

  @Transactional
  public long create(Template template) {
    check(template);
    try {
      return templates.create(template);
    } catch (DuplicateKeyException e) {
      throw taken(template);
    }
  }

  /**
   * @throws ConflictException when somebody else changed it meanwhile
   */
  @Transactional
  public void change(long id, int version, Template template) {
    check(template);
    try {
      if (!templates.change(templates.get(id).id(), version, template)) {
        throw changed();
      }
    } catch (DuplicateKeyException e) {
      throw taken(template);
    }
  }

  /** Assets that use it go back to the first of the ready ones. */
  @Transactional
  public void delete(long id, int version) {
    if (!templates.delete(templates.get(id).id(), version)) {
      throw changed();
    }
    assets.forgetTemplate(OWN + id);
  }

  private static ConflictException changed() {
    return new ConflictException("The template was changed by somebody else; look at it again.");
  }

  private static ConflictException taken(Template template) {
    return new ConflictException(
        "There is a template " + template.name() + " already; give this one another name.");
  }

  private static void check(Template template) {
    if (ReadyTemplates.all().stream().anyMatch(t -> t.name().equalsIgnoreCase(template.name()))) {
      throw taken(template);
    }
    if (!template.problems().isEmpty()) {
      throw new IllegalArgumentException(
          template.problems().stream()
              .map(p -> p.line() < 0 ? p.text() : "Line " + (p.line() + 1) + ": " + p.text())
              .collect(Collectors.joining(" ")));
    }
  }

  /**
   * @param key null for the first of the ready ones
   */
  public Template of(String key) {
    Template first = ReadyTemplates.all().get(0);
    if (key != null && key.startsWith(OWN)) {
      return templates.list().stream()
          .filter(row -> key.equals(OWN + row.id()))
          .findFirst()
          .map(TemplateStore.TemplateRow::template)
          .orElse(first);
    }
    return ReadyTemplates.all().stream()
        .filter(t -> (READY + t.name()).equals(key))
        .findFirst()
        .orElse(first);
  }

  /** The key of a template of the same lines, which is made where there is none; names stay unique. */
  @Transactional
  public String keyOf(Template template) {
    List<TemplateView> all = list();
    String name = template.name();
    for (int number = 2; ; number++) {
      String wanted = name;
      Template renamed = new Template(wanted, template.lines());
      TemplateView known =
          all.stream().filter(t -> t.name().equalsIgnoreCase(wanted)).findFirst().orElse(null);
      if (known == null) {
        return OWN + create(renamed);
      }
      if (TemplateJson.node(renamed).get("write").equals(known.write())) {
        return known.key();
      }
      name = template.name() + " " + number;
    }
  }

  /**
   * Chooses the template of an asset.
   *
   * @param version of the asset that this is based on
   */
  @Transactional
  public void choose(long assetId, int version, String key) {
    assets.lock(assetId, version);
    if (key == null || list().stream().noneMatch(t -> t.key().equals(key))) {
      throw new ConflictException("There is no template " + key + " any more; choose another one.");
    }
    assets.setTemplate(assetId, key);
  }
}
