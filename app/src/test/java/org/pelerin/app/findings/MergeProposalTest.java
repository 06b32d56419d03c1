package org.pelerin.app.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

class MergeProposalTest {

    private static final Instant DAY = Instant.parse("2026-03-02T00:00:00Z");

    private static FindingOverviewMapper.Waiting at(long id, long site, long mission, String side, int from, int to) {
        return new FindingOverviewMapper.Waiting(
                id, site, "Site " + site, mission, side, DAY.plusSeconds(from * 3600L), DAY.plusSeconds(to * 3600L));
    }

    @Test
    void what_began_while_the_first_went_on_at_one_site_on_one_side_may_be_one() {
        List<MergeProposal> all = MergeProposal.of(List.of(
                at(1, 1, 10, "above", 2, 8),
                at(2, 1, 11, "above", 3, 12),
                at(3, 1, 12, "below", 3, 5),
                at(4, 1, 13, "above", 8, 9),
                at(5, 1, 14, "above", 10, 11),
                at(6, 2, 15, "above", 3, 4)));
        assertThat(all).hasSize(1);
        // the fifth began after the first was over, though the second still went on
        assertThat(all.get(0).findings()).containsExactly(1L, 2L, 4L);
        assertThat(all.get(0).missions()).isEqualTo(3);
        assertThat(all.get(0).to()).isEqualTo(DAY.plusSeconds(12 * 3600));
    }

    @Test
    void departures_of_one_mission_alone_are_none() {
        assertThat(MergeProposal.of(List.of(at(1, 1, 10, "above", 2, 8), at(2, 1, 10, "above", 3, 4))))
                .isEmpty();
    }
}
