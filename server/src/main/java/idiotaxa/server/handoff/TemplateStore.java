package idiotaxa.server.handoff;

import static idiotaxa.server.db.Tables.TEMPLATE;

import idiotaxa.core.template.Template;
import idiotaxa.core.template.TemplateJson;
import idiotaxa.server.db.tables.records.TemplateRecord;
import idiotaxa.server.web.NotFoundException;
import java.util.List;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Templates that were made here. */
@Repository
class TemplateStore {
  private final DSLContext db;

  TemplateStore(DSLContext db) {
    this.db = db;
  }

  /** A template with the version that a change is to be based on. */
  record TemplateRow(long id, int version, Template template) {}

  /** In the order of their names. */
  List<TemplateRow> list() {
    return db.selectFrom(TEMPLATE).orderBy(TEMPLATE.NAME).fetch(TemplateStore::row);
  }

  /**
   * @throws NotFoundException when there is no such template
   */
  TemplateRow get(long id) {
    return db.selectFrom(TEMPLATE)
        .where(TEMPLATE.ID.eq(id))
        .fetchOptional(TemplateStore::row)
        .orElseThrow(() -> new NotFoundException("template", id));
  }

  private static TemplateRow row(TemplateRecord r) {
    return new TemplateRow(r.getId(), r.getVersion(), TemplateJson.parse(r.getBody()));
  }

  long create(Template template) {
    return db.insertInto(TEMPLATE)
        .set(TEMPLATE.NAME, template.name())
        .set(TEMPLATE.VERSION, 1)
        .set(TEMPLATE.BODY, TemplateJson.write(template))
        .returning(TEMPLATE.ID)
        .fetchSingle(TEMPLATE.ID);
  }

  /**
   * @return false when somebody else changed it since {@code version}
   */
  boolean change(long id, int version, Template template) {
    return db.update(TEMPLATE)
            .set(TEMPLATE.NAME, template.name())
            .set(TEMPLATE.VERSION, version + 1)
            .set(TEMPLATE.BODY, TemplateJson.write(template))
            .where(TEMPLATE.ID.eq(id), TEMPLATE.VERSION.eq(version))
            .execute()
        == 1;
  }

  /**
   * @return false when somebody else changed or removed it since {@code version}
   */
  boolean delete(long id, int version) {
    return db.deleteFrom(TEMPLATE)
            .where(TEMPLATE.ID.eq(id), TEMPLATE.VERSION.eq(version))
            .execute()
        == 1;
  }
}
