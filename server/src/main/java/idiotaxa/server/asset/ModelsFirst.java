package idiotaxa.server.asset;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Reads the models that a change is about before its transaction begins: a large one takes seconds, in which the
 * transaction would hold a connection of the database, and others wait for one.
 */
@Configuration
@ConditionalOnWebApplication
class ModelsFirst implements WebMvcConfigurer, HandlerInterceptor {
  private static final Pattern REVISION = Pattern.compile("/api/assets/\\d+/revisions/(\\d{1,18})/.*");

  /** Changes that count surface anew on every current model. */
  private static final Pattern ASSET =
      Pattern.compile("/api/assets/(\\d{1,18})/(?:journal/steps|recipe/apply|groups/\\d+/merge)");

  private static final List<String> CHANGING = List.of("POST", "PUT", "PATCH", "DELETE");

  private final RevisionStore revisions;
  private final MeshCache meshes;

  ModelsFirst(RevisionStore revisions, MeshCache meshes) {
    this.revisions = revisions;
    this.meshes = meshes;
  }

  @Override
  public void addInterceptors(InterceptorRegistry registry) {
    // Behind the guard: nothing is read for somebody who may not.
    registry.addInterceptor(this).addPathPatterns("/api/assets/**").order(1);
  }

  @Override
  public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
    if (CHANGING.contains(request.getMethod())) {
      models(request.getRequestURI()).forEach(this::read);
    }
    return true;
  }

  private List<Long> models(String path) {
    Matcher revision = REVISION.matcher(path);
    if (revision.matches()) {
      return List.of(Long.parseLong(revision.group(1)));
    }
    Matcher asset = ASSET.matcher(path);
    return asset.matches()
        ? revisions.list(Long.parseLong(asset.group(1))).stream()
            .filter(r -> r.isCurrent() && r.state().equals(RevisionStore.READY))
            .map(RevisionStore.RevisionRow::id)
            .toList()
        : List.of();
  }

  private void read(long revisionId) {
    boolean isReady = revisions.find(revisionId).filter(r -> r.state().equals(RevisionStore.READY)).isPresent();
    if (isReady) {
      meshes.get(revisionId);
    }
  }
}
