package idiotaxa.server.people;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** What somebody may do; each may do what those before it may. */
public enum Role {
  /** See everything of one's shows. */
  LOOK,
  /** Change it. */
  WORK,
  /** See and change all shows, and decide about people, the queue and what is deleted. */
  MANAGE;

  /** As database and API say it. */
  @JsonValue
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /**
   * @throws IllegalArgumentException when there is no such role
   */
  @JsonCreator
  public static Role of(String word) {
    for (Role role : values()) {
      if (role.word().equals(word)) {
        return role;
      }
    }
    throw new IllegalArgumentException("role: \"" + word + "\" is none of look, work, manage.");
  }

  public boolean reaches(Role needed) {
    return compareTo(needed) >= 0;
  }

  Role atMost(Role other) {
    return compareTo(other) <= 0 ? this : other;
  }
}
