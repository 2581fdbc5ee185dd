package idiotaxa.server.people;

import com.nulabinc.zxcvbn.Strength;
import com.nulabinc.zxcvbn.Zxcvbn;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** How passwords are kept and compared. */
@Component
class Passwords {
  private static final int LEAST_CHARACTERS = 12;

  /** More would not be looked at by the method. */
  private static final int MOST_BYTES = 72;

  /** Of 0 … 4: safely unguessable where guesses are slow. */
  private static final int LEAST_SCORE = 3;

  private final Zxcvbn guesser = new Zxcvbn();
  private final PasswordEncoder encoder = PasswordEncoderFactories.createDelegatingPasswordEncoder();

  /** Compared with where there is no account, so that an unknown name takes as long as a wrong password. */
  private final String nobodys = encoder.encode("nobody has this password");

  /**
   * @throws IllegalArgumentException when it is too short, too long or easy to guess
   */
  String encode(String password) {
    if (password == null || password.codePointCount(0, password.length()) < LEAST_CHARACTERS) {
      throw new IllegalArgumentException("password: at least " + LEAST_CHARACTERS + " characters; several words make a good one.");
    }
    if (password.getBytes(StandardCharsets.UTF_8).length > MOST_BYTES) {
      throw new IllegalArgumentException("password: at most " + MOST_BYTES + " bytes.");
    }
    Strength strength = guesser.measure(password);
    if (strength.getScore() < LEAST_SCORE) {
      String why = strength.getFeedback().getWarning(Locale.ENGLISH);
      throw new IllegalArgumentException(
          "password: too easy to guess%s; several words that do not belong together make a good one."
              .formatted(why == null || why.isBlank() ? "" : " (" + why.replaceAll("[.]$", "") + ")"));
    }
    return encoder.encode(password);
  }

  /**
   * @param kept null for none
   */
  boolean matches(String password, String kept) {
    boolean isRight = encoder.matches(password == null ? "" : password, kept == null ? nobodys : kept);
    return isRight && kept != null;
  }
}
