package idiotaxa.core.group;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class ClaimLayersTest {
  private final ClaimLayers layers = new ClaimLayers(3);

  @Test
  void laterClaimOfTheSameKindWins() {
    layers.claimByRule(0, 1);
    layers.claimByRule(0, 2);
    layers.claimByHand(1, 3);
    layers.claimByHand(1, 4);
    assertThat(layers.faceGroups()).containsExactly(2, 4, 0);
  }

  @Test
  void handClaimWinsOverALaterRule() {
    layers.claimByHand(0, 5);
    layers.claimByRule(0, 1);
    layers.claimByRule(1, 1);
    assertThat(layers.faceGroups()).containsExactly(5, 1, 0);
  }

  @Test
  void unclaimingByHandTakesEveryClaimOffButNotLaterRules() {
    layers.claimByRule(0, 1);
    layers.claimByHand(0, 5);
    layers.claimByHand(0, Group.UNCLAIMED);
    assertThat(layers.faceGroups()[0]).isEqualTo(Group.UNCLAIMED);
    layers.claimByRule(0, 2);
    assertThat(layers.faceGroups()[0]).isEqualTo(2);
  }
}
