package idiotaxa.server.asset;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.Part;
import idiotaxa.core.mesh.PartEdit;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

class MeshCacheTest {
  private final RunningApplication application = RunningApplication.empty();
  private final MeshCache meshes = application.bean(MeshCache.class);
  private final RevisionStore revisions = application.bean(RevisionStore.class);
  private final TransactionTemplate transaction = application.bean(TransactionTemplate.class);

  private List<String> parts(long revision) {
    return meshes.get(revision).mesh().parts().stream().map(Part::name).toList();
  }

  private String renamed(String name) {
    return application.bean(JsonMapper.class).writeValueAsString(List.of(new PartEdit(PartEdit.Kind.RENAME, new int[] {0}, name)));
  }

  /** A change that was rolled back gives the number of its geometry to the next one, which is another. */
  @Test
  void whatWasRolledBackIsNotThere() {
    ApiClient api = new ApiClient(application);
    SortedAsset sorted = new SortedAsset(api, "Rolled back", TestModels.twoQuads());
    long id = sorted.revision;
    List<String> before = parts(id);
    String edits = renamed("never");
    String others = renamed("kept");
    transaction.executeWithoutResult(
        status -> {
          assertThat(revisions.setPartEdits(id, revisions.get(id).geometryVersion(), edits)).isTrue();
          assertThat(parts(id)).contains("never");
          status.setRollbackOnly();
        });
    assertThat(parts(id)).isEqualTo(before);
    assertThat(revisions.setPartEdits(id, revisions.get(id).geometryVersion(), others)).isTrue();
    assertThat(parts(id)).contains("kept").doesNotContain("never");
  }
}
