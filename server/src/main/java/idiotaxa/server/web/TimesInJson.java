package idiotaxa.server.web;

import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.StdSerializer;

/** Moments are kept in UTC, and told as such: ISO 8601 with a Z. */
@Configuration
class TimesInJson {
  @Bean
  JsonMapperBuilderCustomizer momentsInUtc() {
    return mapper -> mapper.addModule(new SimpleModule("moments in UTC").addSerializer(new Utc()));
  }

  private static final class Utc extends StdSerializer<LocalDateTime> {
    Utc() {
      super(LocalDateTime.class);
    }

    @Override
    public void serialize(LocalDateTime moment, JsonGenerator out, SerializationContext context) {
      out.writeString(DateTimeFormatter.ISO_INSTANT.format(moment.toInstant(ZoneOffset.UTC)));
    }
  }
}
