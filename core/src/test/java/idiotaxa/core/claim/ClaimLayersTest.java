package idiotaxa.core.claim;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.group.Group;
import org.junit.jupiter.api.Test;

class ClaimLayersTest {
  private final ClaimLayers layers = new ClaimLayers(3);

  @Test
  void laterClaimOfTheSameKindWins() {
    layers.claimByHand(1, 3, 1);
    layers.claimByHand(1, 4, 2);
    layers.claimByRule(0, 1, 3);
    layers.claimByRule(0, 2, 4);
    assertThat(layers.groups()).containsExactly(2, 4, 0);
  }

  @Test
  void handClaimWinsOverALaterRule() {
    layers.claimByHand(0, 5, 1);
    assertThat(layers.claimByRule(0, 1, 2)).isTrue();
    layers.claimByRule(1, 1, 2);
    assertThat(layers.groups()).containsExactly(5, 1, 0);
    assertThat(layers.isByHand(0)).isTrue();
    assertThat(layers.isByHand(1)).isFalse();
  }

  @Test
  void unclaimingByHandTakesEveryClaimOffButNotLaterRules() {
    layers.claimByHand(0, 5, 2);
    layers.claimByHand(0, Group.UNCLAIMED, 3);
    assertThat(layers.claimByRule(0, 1, 1)).as("a rule from before").isFalse();
    assertThat(layers.groups()[0]).isEqualTo(Group.UNCLAIMED);
    ClaimLayers carriedOn = layers.copy();
    assertThat(carriedOn.claimByRule(0, 2, 4)).isTrue();
    assertThat(carriedOn.groups()[0]).isEqualTo(2);
    assertThat(layers.groups()[0]).as("a copy stands by itself").isEqualTo(Group.UNCLAIMED);
  }
}
