package idiotaxa.server.web;

import java.util.Set;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.MediaType;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.http.converter.HttpMessageConverters;
import org.springframework.http.converter.json.JacksonJsonHttpMessageConverter;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

/**
 * Bodies are JSON, read by one parser. Libraries bring others along (YAML with the API's description), which the framework would
 * use as soon as somebody names their type.
 */
@Configuration
@ConditionalOnWebApplication
class JsonOnly implements WebMvcConfigurer {
  private static final Set<String> OTHERS = Set.of("yaml", "x-yaml", "xml", "cbor", "x-jackson-smile");

  private final JsonMapper json;

  JsonOnly(JsonMapper json) {
    this.json = json;
  }

  @Override
  public void configureMessageConverters(HttpMessageConverters.ServerBuilder converters) {
    JsonMapper ofBodies = json.rebuild().addModule(new SimpleModule("words").addDeserializer(String.class, new PlainWords())).build();
    converters
        .withJsonConverter(new JacksonJsonHttpMessageConverter(ofBodies))
        .configureMessageConvertersList(all -> all.removeIf(JsonOnly::isOther));
  }

  private static boolean isOther(HttpMessageConverter<?> converter) {
    return converter.getSupportedMediaTypes().stream().map(MediaType::getSubtype).anyMatch(OTHERS::contains);
  }
}
