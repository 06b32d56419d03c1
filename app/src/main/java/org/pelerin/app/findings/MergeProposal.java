package org.pelerin.app.findings;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/**
 * Findings that may have one cause: at one site, on one side, of several missions, each begun while the first of them went on.
 *
 * @param missions how many they are about
 */
public record MergeProposal(
        String site, String direction, Instant from, Instant to, List<Long> findings, int missions) {

    /** @param waiting by site and time */
    static List<MergeProposal> of(List<FindingOverviewMapper.Waiting> waiting) {
        List<MergeProposal> out = new ArrayList<>();
        List<FindingOverviewMapper.Waiting> left = new ArrayList<>(waiting);
        while (!left.isEmpty()) {
            FindingOverviewMapper.Waiting seed = left.remove(0);
            List<FindingOverviewMapper.Waiting> group = new ArrayList<>(List.of(seed));
            for (int i = 0; i < left.size(); ) {
                FindingOverviewMapper.Waiting w = left.get(i);
                if (w.siteId() != seed.siteId() || w.fromAt().isAfter(seed.toAt())) {
                    break;
                }
                if (w.leadDirection().equals(seed.leadDirection())) {
                    group.add(left.remove(i));
                } else {
                    i++;
                }
            }
            int missions = (int) group.stream()
                    .map(FindingOverviewMapper.Waiting::missionId)
                    .distinct()
                    .count();
            if (missions > 1) {
                out.add(new MergeProposal(
                        seed.site(),
                        seed.leadDirection(),
                        seed.fromAt(),
                        group.stream()
                                .map(FindingOverviewMapper.Waiting::toAt)
                                .max(Instant::compareTo)
                                .orElseThrow(),
                        group.stream().map(FindingOverviewMapper.Waiting::id).toList(),
                        missions));
            }
        }
        return out;
    }

    public String mark() {
        return direction.equals("gap") ? "◇" : direction.equals("below") ? "▼" : "▲";
    }
}
