package idiotaxa.server.people;

import idiotaxa.server.web.NotAllowedException;
import idiotaxa.server.people.BelongingStore.Place;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.util.Iterator;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * Whether numbers belong together, and to somebody who may. What somebody may not see is not there: no answer
 * tells the one from the other.
 */
@Component
public class Access {
  private static final String IN_TRASH = "The asset lies in the trash; take it back first.";

  private final BelongingStore belongings;
  private final ShowStore shows;
  private final CurrentPerson current;

  Access(BelongingStore belongings, ShowStore shows, CurrentPerson current) {
    this.belongings = belongings;
    this.shows = shows;
    this.current = current;
  }

  /**
   * Of an asset that is named elsewhere than in the address, and that something is to be done to.
   *
   * @throws NotFoundException when there is none that this person sees
   * @throws ConflictException when it lies in the trash
   */
  public void requireAsset(long id) {
    if (seen(belongings.asset(id).orElse(null), "asset", id).isInTrash()) {
      throw new ConflictException(IN_TRASH);
    }
  }

  /** Whether there is an asset of that number that this person sees. */
  public boolean seesAsset(long id) {
    return belongings.asset(id).filter(place -> current.get().sees(place.showId())).isPresent();
  }

  /**
   * Of a palette or recipe that an asset is to use: both are of one show.
   *
   * @param word {@code palettes} or {@code recipes}
   * @throws NotFoundException when the asset's show has no such thing
   */
  public void requireInShowOf(long assetId, String word, long id) {
    long show = belongings.asset(assetId).orElseThrow(() -> new NotFoundException("asset", assetId)).showId();
    Place place = belongings.shared(word, id).orElse(null);
    if (place == null || place.showId() != show) {
      throw new NotFoundException(singular(word), id);
    }
  }

  /** The show of an asset. */
  public long showOf(long assetId) {
    return belongings.asset(assetId).orElseThrow(() -> new NotFoundException("asset", assetId)).showId();
  }

  public boolean sees(long showId) {
    return current.get().sees(showId);
  }

  /** Numbers of the shows that this person sees, null for all. */
  public Set<Long> shows() {
    return current.get().shows();
  }

  /**
   * Where somebody makes something.
   *
   * @param wanted null to leave it open, which is clear to who belongs to one show only
   * @throws IllegalArgumentException when it is not clear which
   * @throws NotFoundException when this person sees no such show
   */
  public long showForNew(Long wanted) {
    Person person = current.get();
    if (wanted != null) {
      if (!person.sees(wanted) || !shows.exists(wanted)) {
        throw new NotFoundException("show", wanted);
      }
      return wanted;
    }
    Iterator<Long> own =
        (person.shows() == null ? shows.list().stream().map(ShowStore.ShowRow::id).toList() : person.shows()).iterator();
    if (!own.hasNext()) {
      throw new NotAllowedException("You belong to no show yet; ask those who manage to add you to one.");
    }
    long only = own.next();
    if (own.hasNext()) {
      throw new IllegalArgumentException("show: there are several, say in which one.");
    }
    return only;
  }

  /**
   * Checks all numbers of an address.
   *
   * @param isRestoring whether the operation is for what lies in the trash
   * @return the asset that it is about, null for none
   */
  Long check(Address address, boolean isReading, boolean isRestoring) {
    Place place = null;
    Long revision = null;
    for (Address.Numbered number : address.numbers()) {
      String word = number.word();
      long id = number.id();
      if (place == null) {
        place = first(word, id);
      } else if (BelongingStore.isOfAssets(word)) {
        require(belongings.isOfAsset(word, id, place.assetId()), singular(word), id);
      } else if (BelongingStore.isOfRevisions(word)) {
        require(revision != null && belongings.isOfRevision(word, id, revision), singular(word), id);
      }
      if (word.equals("revisions")) {
        revision = id;
      }
    }
    if (place == null) {
      return null;
    }
    if (place.isInTrash() && !isReading && !isRestoring) {
      throw new ConflictException(IN_TRASH);
    }
    return place.assetId();
  }

  /** Null for what belongs to the whole studio. */
  private Place first(String word, long id) {
    if (word.equals("assets")) {
      return seen(belongings.asset(id).orElse(null), "asset", id);
    }
    if (BelongingStore.isOfAssets(word)) {
      return seen(belongings.thing(word, id).orElse(null), singular(word), id);
    }
    if (BelongingStore.isOfShows(word)) {
      return seen(belongings.shared(word, id).orElse(null), singular(word), id);
    }
    return null;
  }

  private Place seen(Place place, String what, long id) {
    require(place != null && current.get().sees(place.showId()), what, id);
    return place;
  }

  private static void require(boolean isSo, String what, long id) {
    if (!isSo) {
      throw new NotFoundException(what, id);
    }
  }

  /** As messages say it. */
  static String singular(String word) {
    return switch (word) {
      case "handoffs" -> "hand-off";
      case "id-images" -> "ID image";
      case "grey-images" -> "grey image";
      case "layouts" -> "UV layout";
      case "review" -> "line of the review";
      default -> word.substring(0, word.length() - 1);
    };
  }
}
