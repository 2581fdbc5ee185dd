package idiotaxa.server.palette;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.PALETTE;
import static idiotaxa.server.db.Tables.PALETTE_GROUP;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.server.db.tables.records.PaletteGroupRecord;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** Palettes shared by assets. */
@Repository
public class PaletteStore {
  private final DSLContext db;

  public PaletteStore(DSLContext db) {
    this.db = db;
  }

  /** A palette without its groups. */
  public record PaletteRow(long id, String name, int version) {}

  /**
   * A group of a palette.
   *
   * @param isColorLocked whether its colour stays when others are proposed
   */
  public record PaletteGroupRow(long id, Group group, boolean isColorLocked) {}

  /** An asset that uses a palette. */
  public record User(long id, String name) {}

  public long create(String name, long showId) {
    return db.insertInto(PALETTE)
        .set(PALETTE.SHOW_ID, showId)
        .set(PALETTE.NAME, name)
        .set(PALETTE.VERSION, 1)
        .returning(PALETTE.ID)
        .fetchSingle(PALETTE.ID);
  }

  /**
   * In the order of their names.
   *
   * @param shows numbers of those whose palettes are wanted, null for all
   */
  public List<PaletteRow> list(Collection<Long> shows) {
    return db.selectFrom(PALETTE)
        .where(shows == null ? DSL.noCondition() : PALETTE.SHOW_ID.in(shows))
        .orderBy(PALETTE.NAME, PALETTE.ID)
        .fetch(r -> new PaletteRow(r.getId(), r.getName(), r.getVersion()));
  }

  public Optional<PaletteRow> find(long id) {
    return db.selectFrom(PALETTE)
        .where(PALETTE.ID.eq(id))
        .fetchOptional(r -> new PaletteRow(r.getId(), r.getName(), r.getVersion()));
  }

  /**
   * @return false when somebody else changed the palette since {@code version}
   */
  public boolean rename(long id, int version, String name) {
    return db.update(PALETTE)
            .set(PALETTE.NAME, name)
            .set(PALETTE.VERSION, version + 1)
            .where(PALETTE.ID.eq(id), PALETTE.VERSION.eq(version))
            .execute()
        == 1;
  }

  public void delete(long id) {
    db.deleteFrom(PALETTE_GROUP).where(PALETTE_GROUP.PALETTE_ID.eq(id)).execute();
    db.deleteFrom(PALETTE).where(PALETTE.ID.eq(id)).execute();
  }

  /** In the order of their numbers. */
  public List<PaletteGroupRow> groups(long paletteId) {
    return db.selectFrom(PALETTE_GROUP)
        .where(PALETTE_GROUP.PALETTE_ID.eq(paletteId))
        .orderBy(PALETTE_GROUP.NUMBER)
        .fetch(PaletteStore::row);
  }

  public long addGroup(long paletteId, Group group, boolean isColorLocked) {
    PaletteGroupRecord record = db.newRecord(PALETTE_GROUP);
    record.setPaletteId(paletteId);
    fill(record, group, isColorLocked);
    record.insert();
    return record.getId();
  }

  public void changeGroup(long id, Group group, boolean isColorLocked) {
    PaletteGroupRecord record =
        db.selectFrom(PALETTE_GROUP).where(PALETTE_GROUP.ID.eq(id)).fetchSingle();
    fill(record, group, isColorLocked);
    record.update();
  }

  /**
   * Holds the row of a group's palette until the transaction ends, and gives it a new version.
   *
   * @return the palette
   */
  long lockOf(long groupId) {
    long palette =
        db.select(PALETTE_GROUP.PALETTE_ID)
            .from(PALETTE_GROUP)
            .where(PALETTE_GROUP.ID.eq(groupId))
            .fetchSingle(PALETTE_GROUP.PALETTE_ID);
    db.update(PALETTE)
        .set(PALETTE.VERSION, PALETTE.VERSION.plus(1))
        .where(PALETTE.ID.eq(palette))
        .execute();
    return palette;
  }

  void setLook(long groupId, Look look) {
    db.update(PALETTE_GROUP)
        .set(PALETTE_GROUP.BASE_COLOR, look.baseColor())
        .set(PALETTE_GROUP.ROUGHNESS, look.roughness())
        .set(PALETTE_GROUP.METALNESS, look.metalness())
        .where(PALETTE_GROUP.ID.eq(groupId))
        .execute();
  }

  public void removeGroup(long id) {
    db.deleteFrom(PALETTE_GROUP).where(PALETTE_GROUP.ID.eq(id)).execute();
  }

  /** Assets that use a palette, by name. */
  public List<User> users(long paletteId) {
    return db.select(ASSET.ID, ASSET.NAME)
        .from(ASSET)
        .where(ASSET.PALETTE_ID.eq(paletteId))
        .orderBy(ASSET.NAME)
        .fetch(r -> new User(r.value1(), r.value2()));
  }

  private static void fill(PaletteGroupRecord record, Group group, boolean isColorLocked) {
    record.setNumber(group.number());
    record.setName(group.name());
    record.setColor(group.color());
    record.setKeywords(String.join("\n", group.keywords()));
    record.setBaseColor(group.look().baseColor());
    record.setRoughness(group.look().roughness());
    record.setMetalness(group.look().metalness());
    record.setIsColorLocked(isColorLocked);
  }

  private static PaletteGroupRow row(PaletteGroupRecord r) {
    List<String> keywords =
        r.getKeywords().isEmpty() ? List.of() : List.of(r.getKeywords().split("\n"));
    Look look = new Look(r.getBaseColor(), r.getRoughness(), r.getMetalness());
    Group group = new Group(r.getNumber(), r.getName(), r.getColor(), keywords, look);
    return new PaletteGroupRow(r.getId(), group, r.getIsColorLocked());
  }
}
