package idiotaxa.server.web;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.PathItem;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.Parameter;
import io.swagger.v3.oas.models.responses.ApiResponse;
import io.swagger.v3.oas.models.servers.Server;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springdoc.core.customizers.GlobalOpenApiCustomizer;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The description of the API (OpenAPI 3.1): words from docstrings, and what docstrings leave to be said once. */
@Configuration
@ConditionalOnWebApplication
class ApiDescription {
  private static final String PROBLEM = "Problem";
  private static final String REF = "#/components/schemas/";

  @Bean
  OpenAPI description() {
    return new OpenAPI()
        .servers(List.of(new Server().url("/").description("This application.")))
        .info(
            new Info()
                .title("Idiotaxa")
                .version("1")
                .description(
                    "Colour IDs and material groups of meshes, ID maps and masks. What the interface can do, a"
                        + " script can do. Errors are problem details (RFC 9457) whose detail says what is wrong,"
                        + " where, and what to do."));
  }

  /** Errors, and which fields are always there: answers have all of theirs, requests may leave some out. */
  @Bean
  GlobalOpenApiCustomizer whatIsTheSameEverywhere() {
    return api -> {
      api.getComponents().addSchemas(PROBLEM, problem());
      api.getComponents().addSchemas("JsonNode", new Schema<>().description("JSON as the formats of files have it."));
      api.getComponents().addSchemas("SseEmitter", new StringSchema().description("Server-sent events."));
      Set<String> answered = new HashSet<>();
      for (PathItem path : api.getPaths().values()) {
        for (Operation operation : path.readOperations()) {
          operation.getResponses().values().stream()
              .map(ApiResponse::getContent)
              .forEach(content -> collect(api, content, answered));
          describe(operation);
          operation
              .getResponses()
              .addApiResponse(
                  "default",
                  new ApiResponse()
                      .description("An error: what is wrong, where, and what to do.")
                      .content(
                          new Content()
                              .addMediaType(
                                  "application/problem+json",
                                  new MediaType().schema(new Schema<>().$ref(REF + PROBLEM)))));
        }
      }
      answered.forEach(name -> requireAll(api.getComponents().getSchemas().get(name)));
    };
  }

  private static void describe(Operation operation) {
    for (Parameter parameter : operation.getParameters() == null ? List.<Parameter>of() : operation.getParameters()) {
      if (parameter.getDescription() == null || parameter.getDescription().isBlank()) {
        parameter.setDescription(FieldWords.of(parameter.getName()));
      }
    }
  }

  private static Schema<?> problem() {
    Schema<Object> problem = new Schema<>();
    problem.addType("object");
    problem.description("Problem details, RFC 9457.");
    problem.addProperty("title", new StringSchema().description("The kind of problem."));
    Schema<Object> status = new Schema<>();
    status.addType("integer");
    problem.addProperty("status", status.description("The HTTP status."));
    problem.addProperty(
        "detail", new StringSchema().description("What is wrong, naming the field or the number, and the cure."));
    problem.addProperty("instance", new StringSchema().description("The path that was asked for."));
    problem.required(List.of("status", "detail"));
    return problem;
  }

  private static void requireAll(Schema<?> schema) {
    if (schema != null && schema.getProperties() != null) {
      schema.setRequired(schema.getProperties().keySet().stream().sorted().toList());
    }
  }

  private static void collect(OpenAPI api, Content content, Set<String> found) {
    if (content != null) {
      content.values().forEach(media -> collect(api, media.getSchema(), found));
    }
  }

  private static void collect(OpenAPI api, Schema<?> schema, Set<String> found) {
    if (schema == null) {
      return;
    }
    if (schema.get$ref() != null) {
      String name = schema.get$ref().substring(REF.length());
      if (found.add(name)) {
        collect(api, api.getComponents().getSchemas().get(name), found);
      }
    }
    collect(api, schema.getItems(), found);
    if (schema.getAdditionalProperties() instanceof Schema<?> values) {
      collect(api, values, found);
    }
    if (schema.getProperties() != null) {
      schema.getProperties().values().forEach(property -> collect(api, property, found));
    }
    for (List<Schema> choices : List.of(orNone(schema.getOneOf()), orNone(schema.getAnyOf()))) {
      choices.forEach(choice -> collect(api, choice, found));
    }
  }

  @SuppressWarnings("rawtypes")
  private static List<Schema> orNone(List<Schema> schemas) {
    return schemas == null ? List.of() : schemas;
  }
}
