package idiotaxa.server.group;

import static idiotaxa.server.db.Tables.MATERIAL_GROUP;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.server.db.tables.records.MaterialGroupRecord;
import java.util.List;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Groups of an asset. */
@Repository
public class GroupStore {
  private final DSLContext db;

  public GroupStore(DSLContext db) {
    this.db = db;
  }

  /**
   * A group with its identity, which stays when the number changes.
   *
   * @param isLocked what lies in its drawer is not taken out
   * @param paletteGroupId the palette's group that it follows, null for the asset's own
   */
  public record GroupRow(long id, long assetId, Group group, boolean isLocked, Long paletteGroupId, int version) {}

  /** In the order of their numbers. */
  public List<GroupRow> list(long assetId) {
    return db.selectFrom(MATERIAL_GROUP)
        .where(MATERIAL_GROUP.ASSET_ID.eq(assetId))
        .orderBy(MATERIAL_GROUP.NUMBER)
        .fetch(GroupStore::row);
  }

  public long create(long assetId, Group group) {
    MaterialGroupRecord record = db.newRecord(MATERIAL_GROUP);
    record.setAssetId(assetId);
    record.setVersion(1);
    record.setIsLocked(false);
    fill(record, group);
    record.insert();
    return record.getId();
  }

  private static void fill(MaterialGroupRecord record, Group group) {
    record.setNumber(group.number());
    record.setName(group.name());
    record.setColor(group.color());
    record.setKeywords(String.join("\n", group.keywords()));
    record.setBaseColor(group.look().baseColor());
    record.setRoughness(group.look().roughness());
    record.setMetalness(group.look().metalness());
  }

  /**
   * Everything but the number.
   *
   * @return false when somebody else changed the group since {@code version}
   */
  public boolean update(long id, int version, Group group, boolean isLocked) {
    return db.update(MATERIAL_GROUP)
            .set(MATERIAL_GROUP.NAME, group.name())
            .set(MATERIAL_GROUP.COLOR, group.color())
            .set(MATERIAL_GROUP.KEYWORDS, String.join("\n", group.keywords()))
            .set(MATERIAL_GROUP.BASE_COLOR, group.look().baseColor())
            .set(MATERIAL_GROUP.ROUGHNESS, group.look().roughness())
            .set(MATERIAL_GROUP.METALNESS, group.look().metalness())
            .set(MATERIAL_GROUP.IS_LOCKED, isLocked)
            .set(MATERIAL_GROUP.VERSION, version + 1)
            .where(MATERIAL_GROUP.ID.eq(id), MATERIAL_GROUP.VERSION.eq(version))
            .execute()
        == 1;
  }

  /** Gives two groups of one asset each other's number. */
  public void swapNumbers(GroupRow one, GroupRow other) {
    // Numbers are unique at every moment, so that one waits outside of them.
    setNumber(one.id(), -one.group().number());
    setNumber(other.id(), one.group().number());
    setNumber(one.id(), other.group().number());
  }

  /** Follows a group of a palette from now on, under its number. */
  public void follow(long id, Group group, long paletteGroupId) {
    MaterialGroupRecord record =
        db.selectFrom(MATERIAL_GROUP).where(MATERIAL_GROUP.ID.eq(id)).fetchSingle();
    fill(record, group);
    record.setPaletteGroupId(paletteGroupId);
    record.setVersion(record.getVersion() + 1);
    record.update();
  }

  /** Becomes the asset's own. */
  public void unfollow(long id) {
    db.update(MATERIAL_GROUP)
        .setNull(MATERIAL_GROUP.PALETTE_GROUP_ID)
        .where(MATERIAL_GROUP.ID.eq(id))
        .execute();
  }

  public void setNumber(long id, int number) {
    db.update(MATERIAL_GROUP)
        .set(MATERIAL_GROUP.NUMBER, number)
        .set(MATERIAL_GROUP.VERSION, MATERIAL_GROUP.VERSION.plus(1))
        .where(MATERIAL_GROUP.ID.eq(id))
        .execute();
  }

  private static GroupRow row(MaterialGroupRecord r) {
    List<String> keywords =
        r.getKeywords().isEmpty() ? List.of() : List.of(r.getKeywords().split("\n"));
    Look look = new Look(r.getBaseColor(), r.getRoughness(), r.getMetalness());
    return new GroupRow(
        r.getId(),
        r.getAssetId(),
        new Group(r.getNumber(), r.getName(), r.getColor(), keywords, look),
        r.getIsLocked(),
        r.getPaletteGroupId(),
        r.getVersion());
  }
}
