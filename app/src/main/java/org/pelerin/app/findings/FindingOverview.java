package org.pelerin.app.findings;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.Pager;
import org.springframework.stereotype.Service;

/** The list of findings: a page of it, how many there are of what, and which may belong together. */
@Service
public class FindingOverview {

    static final int PAGE = 50;
    private static final int MOST_LOOKED_AT = 5000;
    private static final int PROPOSALS = 5;

    /**
     * What the list shows.
     *
     * @param proposals few; none where a filter is set
     */
    public record View(
            List<Finding> page,
            FindingOverviewMapper.Tally tally,
            List<FindingOverviewMapper.Count> causes,
            List<FindingOverviewMapper.Count> spots,
            List<MergeProposal> proposals,
            Pager pager) {}

    private final FindingOverviewMapper mapper;
    private final Clock clock;
    private final Formats show;

    FindingOverview(FindingOverviewMapper mapper, Clock clock, Formats show) {
        this.mapper = mapper;
        this.clock = clock;
        this.show = show;
    }

    /** The day that it is at home: what is due today is not overdue before midnight there. */
    private LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), show.home());
    }

    /** @param number of the page, from 0 */
    public View view(FindingFilter filter, int number) {
        FindingFilter.Wanted wanted = filter.wanted(today());
        FindingOverviewMapper.Tally tally = tally(wanted);
        Pager pager = Pager.of(number, PAGE, tally.all(), n -> filter.with("page", n == 0 ? null : n));
        return new View(
                mapper.page(wanted, PAGE, pager.offset()).stream()
                        .map(FindingRow::finding)
                        .toList(),
                tally,
                mapper.byCause(wanted),
                mapper.bySpot(wanted),
                filter.any() || filter.which != FindingFilter.Which.WAITING ? List.of() : proposals(),
                pager);
    }

    private FindingOverviewMapper.Tally tally(FindingFilter.Wanted wanted) {
        Instant now = clock.instant();
        return mapper.tally(wanted, now.minus(Duration.ofDays(7)), now.minus(Duration.ofDays(30)), today());
    }

    /**
     * All that were about a time, the earliest first.
     *
     * @param site null for all, as {@code spot}
     */
    public List<Finding> during(Long site, Long spot, Instant from, Instant to) {
        return mapper.during(site, spot, from, to).stream()
                .map(FindingRow::finding)
                .toList();
    }

    /** A part of the list. */
    public List<Finding> list(FindingFilter filter, int limit, long offset) {
        return mapper.page(filter.wanted(today()), limit, offset).stream()
                .map(FindingRow::finding)
                .toList();
    }

    /** How many wait, and how many of them are new. */
    public FindingOverviewMapper.Tally waiting() {
        return tally(new FindingFilter().wanted(today()));
    }

    /** What waits of each logger. */
    public List<LoggerWaits> byLogger() {
        return mapper.byLogger();
    }

    private List<MergeProposal> proposals() {
        List<MergeProposal> all = MergeProposal.of(mapper.waiting(MOST_LOOKED_AT));
        return all.subList(0, Math.min(PROPOSALS, all.size()));
    }

    /** The one before and the one after a finding in the list; null for none. */
    public record Beside(Long before, Long after, int at, int of) {}

    public Beside beside(FindingFilter filter, long id) {
        List<Long> ids = mapper.ids(filter.wanted(today()), MOST_LOOKED_AT);
        int at = ids.indexOf(id);
        return new Beside(
                at > 0 ? ids.get(at - 1) : null,
                at >= 0 ? (at + 1 < ids.size() ? ids.get(at + 1) : null) : ids.isEmpty() ? null : ids.get(0),
                at + 1,
                ids.size());
    }
}
