package idiotaxa.server.web;

import com.fasterxml.jackson.databind.type.TypeFactory;
import com.github.therapi.runtimejavadoc.ClassJavadoc;
import com.github.therapi.runtimejavadoc.CommentFormatter;
import com.github.therapi.runtimejavadoc.ParamJavadoc;
import com.github.therapi.runtimejavadoc.RuntimeJavadoc;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.jackson.ModelResolver;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springdoc.core.providers.ObjectMapperProvider;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.stereotype.Component;

/**
 * Describes records by their docstrings: the words of each component, whether it can be null and
 * whether a request may leave it out, both as its words say.
 */
@Component
@ConditionalOnWebApplication
class DescribedRecords extends ModelResolver {
  private static final Pattern SAYS_NULL = Pattern.compile("\\b[Nn]ull\\b");
  private static final Pattern SAYS_ABSENT = Pattern.compile("\\b[Aa]bsent\\b");
  private static final CommentFormatter WORDS = new CommentFormatter();

  DescribedRecords(ObjectMapperProvider mappers) {
    super(mappers.jsonMapper(), new SchemaNames());
    openapi31(true);
  }

  @Override
  public Schema<?> resolve(
      AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
    Schema<?> schema = super.resolve(type, context, chain);
    Class<?> of = TypeFactory.defaultInstance().constructType(type.getType()).getRawClass();
    if (schema != null && of.isRecord()) {
      Schema<?> defined =
          schema.get$ref() == null
              ? schema
              : context.getDefinedModels().get(schema.get$ref().replaceAll(".*/", ""));
      if (defined != null && defined.getProperties() != null) {
        describe(of, defined);
      }
    }
    return schema;
  }

  @SuppressWarnings({"rawtypes", "unchecked"})
  private static void describe(Class<?> of, Schema<?> schema) {
    ClassJavadoc words = RuntimeJavadoc.getJavadoc(of);
    if (schema.getDescription() == null && !words.isEmpty()) {
      schema.setDescription(text(WORDS.format(words.getComment())));
    }
    Map<String, String> ofComponents =
        words.getRecordComponents().stream()
            .collect(Collectors.toMap(ParamJavadoc::getName, p -> text(WORDS.format(p.getComment()))));
    String whole = schema.getDescription() == null ? "" : schema.getDescription();
    Set<String> components =
        Arrays.stream(of.getRecordComponents()).map(RecordComponent::getName).collect(Collectors.toSet());
    // What else a record can be asked is not part of what is sent.
    schema.getProperties().keySet().retainAll(components);
    List<String> required = new ArrayList<>();
    for (RecordComponent component : of.getRecordComponents()) {
      Schema property = schema.getProperties().get(component.getName());
      if (property == null) {
        continue;
      }
      String own = ofComponents.getOrDefault(component.getName(), "");
      String said = own.isEmpty() ? FieldWords.of(component.getName()) : own;
      boolean canBeNull = SAYS_NULL.matcher(said).find();
      if (!canBeNull && !SAYS_ABSENT.matcher(said + " " + whole).find()) {
        required.add(component.getName());
      }
      Schema described = canBeNull ? orNull(property) : property;
      if (!said.isEmpty()) {
        described.setDescription(said);
      }
      schema.getProperties().put(component.getName(), described);
    }
    schema.setRequired(required);
  }

  /** Beside a reference nothing else may stand but in OpenAPI 3.1, which takes a choice everywhere. */
  @SuppressWarnings({"rawtypes", "unchecked"})
  private static Schema orNull(Schema property) {
    if (property.getTypes() != null) {
      property.addType("null");
      return property;
    }
    if (property.get$ref() == null || property.getAnyOf() != null) {
      return property;
    }
    Schema nothing = new Schema();
    nothing.addType("null");
    Schema choice = new Schema();
    choice.setAnyOf(new ArrayList<>(List.of(new Schema().$ref(property.get$ref()), nothing)));
    return choice;
  }

  private static String text(String formatted) {
    return formatted.replaceAll("<[^>]+>", "").replaceAll("\\s+", " ").strip();
  }
}
