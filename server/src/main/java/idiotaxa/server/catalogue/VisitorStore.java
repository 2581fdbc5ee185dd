package idiotaxa.server.catalogue;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.ASSET_VISITOR;

import java.time.LocalDateTime;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Who has which asset open, by the process that serves them. */
@Repository
class VisitorStore {
  private final DSLContext db;

  VisitorStore(DSLContext db) {
    this.db = db;
  }

  /**
   * Replaces what a process said before, and forgets those that said nothing since {@code silentSince}.
   *
   * @param names by asset; assets that are there no more are left out
   */
  @Transactional
  public void put(String process, Map<Long, Set<String>> names, LocalDateTime now, LocalDateTime silentSince) {
    db.deleteFrom(ASSET_VISITOR)
        .where(ASSET_VISITOR.PROCESS.eq(process).or(ASSET_VISITOR.SEEN_AT.lt(silentSince)))
        .execute();
    Set<Long> known = db.select(ASSET.ID).from(ASSET).where(ASSET.ID.in(names.keySet())).fetchSet(ASSET.ID);
    names.forEach(
        (asset, some) -> {
          if (known.contains(asset)) {
            some.forEach(name -> db.insertInto(ASSET_VISITOR).values(process, asset, name, now).execute());
          }
        });
  }

  /** Names by asset, of all other processes that said something since. */
  Map<Long, Set<String>> ofOthers(String process, LocalDateTime since) {
    return db.select(ASSET_VISITOR.ASSET_ID, ASSET_VISITOR.NAME)
        .from(ASSET_VISITOR)
        .where(ASSET_VISITOR.PROCESS.ne(process), ASSET_VISITOR.SEEN_AT.ge(since))
        .collect(
            Collectors.groupingBy(
                r -> r.value1(),
                Collectors.mapping(r -> r.value2(), Collectors.toSet())));
  }
}
