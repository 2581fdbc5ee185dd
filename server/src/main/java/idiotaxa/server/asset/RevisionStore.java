package idiotaxa.server.asset;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.REVISION;
import static idiotaxa.server.db.Tables.REVISION_FILE;
import static idiotaxa.server.db.Tables.STORED_BLOB;
import static org.jooq.impl.DSL.coalesce;
import static org.jooq.impl.DSL.concat;
import static org.jooq.impl.DSL.sum;
import static org.jooq.impl.DSL.val;

import idiotaxa.core.format.ReadAs;
import idiotaxa.core.work.ContentKey;
import idiotaxa.server.db.tables.records.RevisionRecord;
import idiotaxa.server.web.NotFoundException;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Imported states of targets and sources. */
@Repository
public class RevisionStore {
  public static final String TARGET = "target";
  public static final String SOURCE = "source";
  public static final String READING = "reading";
  public static final String READY = "ready";
  public static final String REFUSED = "refused";

  /** Taken out of the trash for good: only the history still names it. */
  public static final String REMOVED = "removed";

  private final DSLContext db;
  private final Clock clock;

  public RevisionStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * @param inspection JSON, null until the file is read
   * @param problem why the file was refused, else null
   * @param claimedShare of the surface, 0 … 1
   * @param partEdits JSON list, null for none
   * @param alignment JSON, null for none
   * @param alignmentVersion grows with every change of the alignment
   * @param uvBlobId UVs of an automatic layout, null for the file's own
   * @param geometryVersion grows with every change of parts or UVs
   * @param isInTrash whether it was put into the trash
   * @param readAs what its file does not say of itself
   */
  public record RevisionRow(
      long id,
      long assetId,
      String role,
      String label,
      String fileName,
      String state,
      String problem,
      String inspection,
      double claimedShare,
      boolean isCurrent,
      String partEdits,
      String alignment,
      int alignmentVersion,
      Long uvBlobId,
      int geometryVersion,
      boolean isInTrash,
      ReadAs readAs) {}

  /**
   * @param replacesId null for none
   */
  public long create(
      long assetId, String role, String label, String fileName, Long replacesId) {
    return db.insertInto(REVISION)
        .set(REVISION.ASSET_ID, assetId)
        .set(REVISION.ROLE, role)
        .set(REVISION.LABEL, label)
        .set(REVISION.FILE_NAME, fileName)
        .set(REVISION.STATE, READING)
        .set(REVISION.REPLACES_ID, replacesId)
        .set(REVISION.CLAIMED_SHARE, 0.0)
        .set(REVISION.IS_CURRENT, false)
        .set(REVISION.CREATED_AT, LocalDateTime.now(clock))
        .returning(REVISION.ID)
        .fetchSingle(REVISION.ID);
  }

  public void addFile(long revisionId, String name, long blobId) {
    db.insertInto(REVISION_FILE).values(revisionId, name, blobId).execute();
  }

  /** Blob ids by file name. */
  public Map<String, Long> files(long revisionId) {
    return db.select(REVISION_FILE.NAME, REVISION_FILE.BLOB_ID)
        .from(REVISION_FILE)
        .where(REVISION_FILE.REVISION_ID.eq(revisionId))
        .fetchMap(REVISION_FILE.NAME, REVISION_FILE.BLOB_ID);
  }

  /**
   * By revision what its geometry is made of: 64 hexadecimal digits that depend on the files' contents, the
   * UVs and part edits laid over them, and nothing else.
   */
  public Map<Long, String> geometryKeys(List<RevisionRow> rows) {
    Map<Long, List<String>> files =
        db.select(REVISION_FILE.REVISION_ID, concat(REVISION_FILE.NAME, val(":"), STORED_BLOB.SHA256))
            .from(REVISION_FILE)
            .join(STORED_BLOB)
            .on(STORED_BLOB.ID.eq(REVISION_FILE.BLOB_ID))
            .where(REVISION_FILE.REVISION_ID.in(rows.stream().map(RevisionRow::id).toList()))
            .orderBy(REVISION_FILE.REVISION_ID, REVISION_FILE.NAME)
            .fetchGroups(r -> r.value1(), r -> r.value2());
    Map<Long, String> uvs =
        db.select(STORED_BLOB.ID, STORED_BLOB.SHA256)
            .from(STORED_BLOB)
            .where(STORED_BLOB.ID.in(rows.stream().map(RevisionRow::uvBlobId).filter(Objects::nonNull).toList()))
            .fetchMap(STORED_BLOB.ID, STORED_BLOB.SHA256);
    return rows.stream()
        .collect(
            Collectors.toMap(
                RevisionRow::id,
                row -> geometryKey(row, files.getOrDefault(row.id(), List.of()), uvs.get(row.uvBlobId()))));
  }

  private static String geometryKey(RevisionRow row, List<String> files, String uvs) {
    ContentKey key = new ContentKey().add(row.fileName()).add(files.size());
    files.forEach(key::add);
    if (!row.readAs().equals(ReadAs.USUAL)) {
      key.add(row.readAs().toString());
    }
    return key.add(String.valueOf(uvs)).add(String.valueOf(row.partEdits())).hex();
  }

  /** Size of all files of a revision, bytes. */
  public long bytes(long revisionId) {
    return db.select(coalesce(sum(STORED_BLOB.BYTE_COUNT), BigDecimal.ZERO))
        .from(REVISION_FILE)
        .join(STORED_BLOB)
        .on(STORED_BLOB.ID.eq(REVISION_FILE.BLOB_ID))
        .where(REVISION_FILE.REVISION_ID.eq(revisionId))
        .fetchSingle(r -> r.value1().longValue());
  }

  /**
   * What was changed beside the files of a revision.
   *
   * @param uvBlobId UVs of an automatic layout, null for the file's own
   * @param partEdits JSON, null for none
   */
  public record Geometry(Long uvBlobId, String partEdits, LocalOrigin origin, ReadAs readAs) {}

  /**
   * @throws NotFoundException when there is no such revision
   */
  public Geometry geometry(long id) {
    return db.select(
            REVISION.UV_BLOB_ID, REVISION.PART_EDITS, ASSET.LOCAL_X, ASSET.LOCAL_Y, ASSET.LOCAL_Z, REVISION.UNIT, REVISION.UP_AXIS, REVISION.UV_SET, REVISION.COLOR_SET)
        .from(REVISION)
        .join(ASSET)
        .on(ASSET.ID.eq(REVISION.ASSET_ID))
        .where(REVISION.ID.eq(id))
        .fetchOptional(
            r ->
                new Geometry(
                    r.value1(),
                    r.value2(),
                    LocalOrigin.of(r.value3(), r.value4(), r.value5()),
                    readAs(r.value6(), r.value7(), r.value8(), r.value9())))
        .orElseThrow(() -> new NotFoundException("revision", id));
  }

  public Optional<RevisionRow> find(long id) {
    return db.selectFrom(REVISION).where(REVISION.ID.eq(id)).fetchOptional(RevisionStore::row);
  }

  /**
   * @throws NotFoundException when there is no such revision
   */
  public RevisionRow get(long id) {
    return find(id).orElseThrow(() -> new NotFoundException("revision", id));
  }

  /**
   * A revision that was read.
   *
   * @throws NotFoundException when there is none of that number
   */
  public RevisionRow getReady(long id) {
    return find(id)
        .filter(r -> r.state().equals(READY))
        .orElseThrow(() -> new NotFoundException("readable revision", id));
  }

  /**
   * A revision that was read.
   *
   * @throws NotFoundException when the asset has none of that number
   */
  public RevisionRow getReady(long assetId, long id) {
    return find(id)
        .filter(r -> r.assetId() == assetId && r.state().equals(READY))
        .orElseThrow(() -> new NotFoundException("readable revision of this asset", id));
  }

  /** All of an asset in order of import. */
  public List<RevisionRow> list(long assetId) {
    return db.selectFrom(REVISION)
        .where(REVISION.ASSET_ID.eq(assetId))
        .orderBy(REVISION.ID)
        .fetch(RevisionStore::row);
  }

  public Optional<RevisionRow> currentTarget(long assetId) {
    return list(assetId).stream()
        .filter(r -> r.isCurrent() && r.role().equals(TARGET))
        .reduce((first, last) -> last);
  }

  public List<RevisionRow> currentSources(long assetId) {
    return list(assetId).stream().filter(r -> r.isCurrent() && r.role().equals(SOURCE)).toList();
  }

  /** Takes a revision off the asset's desk; it stays, with its claims and bakes. */
  @Transactional
  public void setAside(long id) {
    holdAsset(id);
    db.update(REVISION).set(REVISION.IS_CURRENT, false).where(REVISION.ID.eq(id)).execute();
  }

  /** The revision whose place another takes, once that is read. */
  public Optional<RevisionRow> replacedBy(RevisionRow revision) {
    return db.selectFrom(REVISION)
        .where(inPlaceOf(revision), REVISION.IS_CURRENT.isTrue(), REVISION.ID.ne(revision.id()))
        .orderBy(REVISION.ID.desc())
        .limit(1)
        .fetchOptional(RevisionStore::row);
  }

  /** Those that a revision takes the place of: all targets; of sources one that it names, or its namesakes. */
  private Condition inPlaceOf(RevisionRow revision) {
    Condition same = REVISION.ASSET_ID.eq(revision.assetId()).and(REVISION.ROLE.eq(revision.role()));
    if (revision.role().equals(TARGET)) {
      return same;
    }
    Long replaces =
        db.select(REVISION.REPLACES_ID)
            .from(REVISION)
            .where(REVISION.ID.eq(revision.id()))
            .fetchSingle(REVISION.REPLACES_ID);
    return same.and(
        REVISION
            .FILE_NAME
            .eq(revision.fileName())
            .or(REVISION.ID.eq(replaces))
            .or(REVISION.REPLACES_ID.eq(revision.id())));
  }

  /** Puts a revision back into the place that another has taken since. */
  public void setCurrent(RevisionRow revision) {
    db.update(REVISION).set(REVISION.IS_CURRENT, false).where(inPlaceOf(revision)).execute();
    db.update(REVISION)
        .set(REVISION.IS_CURRENT, true)
        .where(REVISION.ID.eq(revision.id()))
        .execute();
  }

  /**
   * The file is read: the revision takes the place of the one that it replaces.
   *
   * @param openFindings how many of its findings may make a bake come out wrong
   */
  public void setReady(RevisionRow revision, String inspection, int openFindings) {
    db.update(REVISION).set(REVISION.IS_CURRENT, false).where(inPlaceOf(revision)).execute();
    db.update(REVISION)
        .set(REVISION.STATE, READY)
        .set(REVISION.INSPECTION, inspection)
        .set(REVISION.OPEN_FINDINGS, openFindings)
        .set(REVISION.IS_CURRENT, true)
        .where(REVISION.ID.eq(revision.id()))
        .execute();
  }

  /**
   * Before a revision's row is changed. Who counts what is claimed writes rows that refer to the revision and then the revision
   * itself, with its asset held; a change in between that did not hold it would wait for the first and be waited for by the second.
   */
  private void holdAsset(long id) {
    Long asset = db.select(REVISION.ASSET_ID).from(REVISION).where(REVISION.ID.eq(id)).fetchOne(REVISION.ASSET_ID);
    db.select(ASSET.ID).from(ASSET).where(ASSET.ID.eq(asset)).forUpdate().fetch();
  }

  /** What was refused is read once more. */
  public void setReading(long id) {
    db.update(REVISION)
        .set(REVISION.STATE, READING)
        .setNull(REVISION.PROBLEM)
        .where(REVISION.ID.eq(id), REVISION.STATE.eq(REFUSED))
        .execute();
  }

  public void setRefused(long id, String problem) {
    db.update(REVISION)
        .set(REVISION.STATE, REFUSED)
        .set(REVISION.PROBLEM, problem.substring(0, Math.min(2000, problem.length())))
        .where(REVISION.ID.eq(id))
        .execute();
  }

  /**
   * @param edits JSON list, null for none
   * @return false when the geometry was changed since {@code version}
   */
  @Transactional
  public boolean setPartEdits(long id, int version, String edits) {
    holdAsset(id);
    return db.update(REVISION)
            .set(REVISION.PART_EDITS, edits)
            .set(REVISION.GEOMETRY_VERSION, version + 1)
            .where(REVISION.ID.eq(id), REVISION.GEOMETRY_VERSION.eq(version))
            .execute()
        == 1;
  }

  /**
   * @param origin of the model as it is read then: taken over for its asset by a target, unless something was aligned already
   * @return false when the geometry was changed since {@code version}
   */
  @Transactional
  public boolean setReadAs(long id, int version, ReadAs as, LocalOrigin origin) {
    holdAsset(id);
    boolean isSet =
        db.update(REVISION)
                .set(REVISION.UNIT, as.unit().word())
                .set(REVISION.UP_AXIS, as.upWord())
                .set(REVISION.UV_SET, as.uvSet())
                .set(REVISION.COLOR_SET, as.colorSet())
                .set(REVISION.GEOMETRY_VERSION, version + 1)
                .where(REVISION.ID.eq(id), REVISION.GEOMETRY_VERSION.eq(version))
                .execute()
            == 1;
    RevisionRow row = get(id);
    boolean isAligned = list(row.assetId()).stream().anyMatch(r -> r.alignment() != null);
    if (isSet && row.role().equals(TARGET) && !isAligned) {
      db.update(ASSET)
          .set(ASSET.LOCAL_X, origin.x())
          .set(ASSET.LOCAL_Y, origin.y())
          .set(ASSET.LOCAL_Z, origin.z())
          .where(ASSET.ID.eq(row.assetId()))
          .execute();
    }
    return isSet;
  }

  /** A revision that is being read begins with unit and axis of the one before it. */
  public void takeUnit(long id, ReadAs before) {
    db.update(REVISION)
        .set(REVISION.UNIT, before.unit().word())
        .set(REVISION.UP_AXIS, before.upWord())
        .where(REVISION.ID.eq(id))
        .execute();
  }

  /**
   * @param blobId null for the file's own UVs
   */
  @Transactional
  public void setUvs(long id, Long blobId) {
    holdAsset(id);
    db.update(REVISION)
        .set(REVISION.UV_BLOB_ID, blobId)
        .set(REVISION.GEOMETRY_VERSION, REVISION.GEOMETRY_VERSION.plus(1))
        .where(REVISION.ID.eq(id))
        .execute();
  }

  /**
   * @param alignment JSON, null for none
   */
  @Transactional
  public void setAlignment(long id, String alignment) {
    holdAsset(id);
    setAlignment(REVISION.ID.eq(id), alignment);
  }

  /**
   * The same where nobody changed it since.
   *
   * @return false when somebody did
   */
  @Transactional
  public boolean setAlignment(long id, int version, String alignment) {
    holdAsset(id);
    return setAlignment(REVISION.ID.eq(id).and(REVISION.ALIGNMENT_VERSION.eq(version)), alignment);
  }

  private boolean setAlignment(Condition which, String alignment) {
    return db.update(REVISION)
            .set(REVISION.ALIGNMENT, alignment)
            .set(REVISION.ALIGNMENT_VERSION, REVISION.ALIGNMENT_VERSION.plus(1))
            .where(which)
            .execute()
        == 1;
  }

  /**
   * Keeps what was found in a model, unless its geometry is another one by now.
   *
   * @param version of the geometry that was looked through
   * @param openFindings how many of its findings may make a bake come out wrong
   */
  @Transactional
  public void setInspection(long id, int version, String inspection, int openFindings) {
    holdAsset(id);
    db.update(REVISION)
        .set(REVISION.INSPECTION, inspection)
        .set(REVISION.OPEN_FINDINGS, openFindings)
        .where(REVISION.ID.eq(id), REVISION.GEOMETRY_VERSION.eq(version))
        .execute();
  }

  public void setClaimedShare(long id, double share) {
    db.update(REVISION).set(REVISION.CLAIMED_SHARE, share).where(REVISION.ID.eq(id)).execute();
  }

  private static RevisionRow row(RevisionRecord r) {
    return new RevisionRow(
        r.getId(),
        r.getAssetId(),
        r.getRole(),
        r.getLabel(),
        r.getFileName(),
        r.getState(),
        r.getProblem(),
        r.getInspection(),
        r.getClaimedShare(),
        r.getIsCurrent(),
        r.getPartEdits(),
        r.getAlignment(),
        r.getAlignmentVersion(),
        r.getUvBlobId(),
        r.getGeometryVersion(),
        r.getTrashedAt() != null,
        readAs(r.getUnit(), r.getUpAxis(), r.getUvSet(), r.getColorSet()));
  }

  private static ReadAs readAs(String unit, String up, int uvSet, int colorSet) {
    return new ReadAs(ReadAs.Unit.parse(unit), ReadAs.parseUp(up), uvSet, colorSet);
  }
}
