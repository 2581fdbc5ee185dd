package idiotaxa.server.web;

import java.util.OptionalLong;
import java.util.regex.Pattern;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.annotation.Configuration;
import org.springframework.format.FormatterRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Numbers that name things are written in addresses as we write them: digits without sign, blanks or leading zeros. The
 * guard and the operations behind it read them by this alone, so that neither understands a spelling that the other does not.
 */
@Configuration
@ConditionalOnWebApplication
public class Ids implements WebMvcConfigurer {
  /** No number of eighteen digits is too large. */
  private static final Pattern WRITTEN = Pattern.compile("0|[1-9][0-9]{0,17}");

  /** Empty for what is written in another way. */
  public static OptionalLong parse(String written) {
    return WRITTEN.matcher(written).matches() ? OptionalLong.of(Long.parseLong(written)) : OptionalLong.empty();
  }

  @Override
  public void addFormatters(FormatterRegistry registry) {
    registry.addConverter(String.class, Long.class, Ids::converted);
  }

  /** Null for an empty parameter, which is none, as everywhere in the framework. */
  private static Long converted(String written) {
    if (written.isEmpty()) {
      return null;
    }
    return parse(written)
        .orElseThrow(() -> new IllegalArgumentException("a number is written in digits, without a sign or leading zeros"));
  }
}
