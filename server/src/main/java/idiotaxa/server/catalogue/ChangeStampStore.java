package idiotaxa.server.catalogue;

import java.math.BigDecimal;
import java.util.Collection;
import java.util.Map;
import java.util.stream.Collectors;
import org.jooq.DSLContext;
import org.jooq.Param;
import org.jooq.QueryPart;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/**
 * Tells cheaply whether an asset has changed, whichever process wrote to it: one query for all assets that
 * somebody looks at, over the columns that {@link AssetViews} shows. Whoever shows another column adds it
 * here.
 */
@Repository
class ChangeStampStore {
  /**
   * One row for every row that belongs to an asset. Long texts stand for themselves by their length where
   * they are written once, and whole where they are edited.
   */
  private static final String ROWS =
      """
      SELECT a.id AS asset_id, CRC32(CONCAT_WS('|', 'asset', a.name, a.version, a.show_id, IFNULL(a.trashed_at, '-'), a.journal_position, a.mask_position,
          IFNULL(a.sheet_plan, '-'), IFNULL(a.template, '-'), IFNULL(a.bake_settings, '-'),
          IFNULL(a.recipe_version_id, '-'), IFNULL(p.id, '-'), IFNULL(p.name, '-'), IFNULL(p.version, '-'),
          IFNULL((SELECT MAX(n.id) FROM recipe_version v JOIN recipe_version n ON n.recipe_id = v.recipe_id
              WHERE v.id = a.recipe_version_id), '-'))) AS stamp
        FROM asset a LEFT JOIN palette p ON p.id = a.palette_id WHERE a.id IN ({0})
      UNION ALL
      SELECT g.asset_id, CRC32(CONCAT_WS('|', 'group', g.id, g.version, g.number, g.name, g.color, g.keywords,
          g.base_color, g.roughness, g.metalness, g.is_locked, IFNULL(g.palette_group_id, '-')))
        FROM material_group g WHERE g.asset_id IN ({0})
      UNION ALL
      SELECT r.asset_id, CRC32(CONCAT_WS('|', 'revision', r.id, r.label, r.file_name, r.state,
          IFNULL(r.problem, '-'), r.claimed_share, r.is_current, IFNULL(r.part_edits, '-'),
          IFNULL(r.alignment, '-'), r.alignment_version, r.geometry_version, IFNULL(r.uv_blob_id, '-'),
          IFNULL(LENGTH(r.inspection), '-'), IFNULL(h.revision_id, '-'), IFNULL(c.from_id, '-'),
          IFNULL(r.trashed_at, '-'), IFNULL(j.doing, '-'), IFNULL(j.share, '-')))
        FROM revision r LEFT JOIN hidden_faces h ON h.revision_id = r.id
        LEFT JOIN job j ON j.kind = 'read-revision' AND j.subject_id = r.id
        LEFT JOIN carry_over c ON c.revision_id = r.id WHERE r.asset_id IN ({0})
      UNION ALL
      SELECT r.asset_id, CRC32(CONCAT_WS('|', 'layout', l.id, l.chart_count, l.coverage,
          j.state, j.doing, j.share, IFNULL(j.problem, '-')))
        FROM uv_layout l JOIN revision r ON r.id = l.revision_id
        JOIN job j ON j.kind = 'lay-out' AND j.subject_id = l.id WHERE r.asset_id IN ({0})
      UNION ALL
      SELECT e.asset_id, CRC32(CONCAT_WS('|', 'journal', COUNT(*), MAX(e.id), COUNT(e.dropped_by)))
        FROM journal_entry e WHERE e.asset_id IN ({0}) GROUP BY e.asset_id
      UNION ALL
      SELECT m.asset_id, CRC32(CONCAT_WS('|', 'masks', COUNT(*), MAX(m.id), SUM(m.is_dropped)))
        FROM mask_state m WHERE m.asset_id IN ({0}) GROUP BY m.asset_id
      UNION ALL
      SELECT b.asset_id, CRC32(CONCAT_WS('|', 'bake', b.id, IFNULL(b.group_numbers, '-'), IFNULL(b.trashed_at, '-')))
        FROM bake b WHERE b.asset_id IN ({0})
      UNION ALL
      SELECT b.asset_id, CRC32(CONCAT_WS('|', 'sheet', s.id, s.is_reused, IFNULL(LENGTH(s.report), '-'),
          j.state, j.doing, j.share, IFNULL(j.seconds_left, '-'), IFNULL(j.problem, '-')))
        FROM bake b JOIN bake_sheet s ON s.bake_id = b.id
        JOIN job j ON j.kind = 'bake-sheet' AND j.subject_id = s.id WHERE b.asset_id IN ({0})
      UNION ALL
      SELECT h.asset_id, CRC32(CONCAT_WS('|', 'handoff', h.id, IFNULL(h.trashed_at, '-'), h.file_name, IFNULL(h.blob_id, '-'),
          IFNULL(h.receipt, '-'), IFNULL(h.receiver_problem, '-'), IFNULL(h.changes, '-'),
          IFNULL(h.delivered_to, '-'), j.state, j.doing, j.share, IFNULL(j.problem, '-')))
        FROM handoff h JOIN job j ON j.kind = 'pack-handoff' AND j.subject_id = h.id WHERE h.asset_id IN ({0})
      UNION ALL
      SELECT k.asset_id, CRC32(CONCAT_WS('|', 'kept', k.folder, IFNULL(k.seen_stamp, '-'), IFNULL(k.asked_stamp, '-'),
          IFNULL(k.bake_id, '-'), IFNULL(k.handoff_id, '-'), IFNULL(k.problem, '-'), IFNULL(k.written_id, '-'), IFNULL(k.written_at, '-')))
        FROM kept_package k WHERE k.asset_id IN ({0})
      UNION ALL
      SELECT p.asset_id, CRC32(CONCAT_WS('|', 'picture', p.id, p.version, p.name, p.place_x, p.place_y, p.width))
        FROM reference_picture p WHERE p.asset_id IN ({0})
      """;

  private final DSLContext db;

  ChangeStampStore(DSLContext db) {
    this.db = db;
  }

  /**
   * By asset a number that is another one after nearly every change (one in four thousand millions is
   * missed). Assets that are not there are left out.
   */
  Map<Long, BigDecimal> of(Collection<Long> assetIds) {
    if (assetIds.isEmpty()) {
      return Map.of();
    }
    QueryPart ids = DSL.list(assetIds.stream().<Param<Long>>map(DSL::inline).collect(Collectors.toList()));
    return db
        .resultQuery("SELECT asset_id, SUM(stamp) AS stamps FROM (" + ROWS + ") seen GROUP BY asset_id", ids)
        .fetchMap(r -> r.get("asset_id", Long.class), r -> r.get("stamps", BigDecimal.class));
  }
}
