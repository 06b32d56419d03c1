package org.pelerin.app.findings;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.core.evidence.AuditEntry;
import org.pelerin.core.evidence.Sha256;
import org.springframework.stereotype.Component;

/**
 * What people said of a finding, as one hash that stands in each audit entry about it. Whatever is changed past the application disagrees with the
 * newest of them.
 */
@Component
public class FindingSeals {

    private static final Pattern MARK = Pattern.compile("; content ([0-9a-f]{64})$");

    private final FindingMapper mapper;
    private final AuditTrail audit;

    FindingSeals(FindingMapper mapper, AuditTrail audit) {
        this.mapper = mapper;
        this.audit = audit;
    }

    static String subject(long finding) {
        return "finding " + finding;
    }

    /** For the end of an audit entry; to be asked once the change is made. */
    String mark(long finding) {
        return "; content " + content(finding);
    }

    private String content(long id) {
        FindingRow f = mapper.byId(id);
        Stream<Object> work = Stream.of(
                byPeople(f.state()) ? f.state() : "",
                f.acknowledgedAt() == null ? "" : f.acknowledgedAt().toEpochMilli(),
                f.acknowledgedBy(),
                f.closedAt() == null ? "" : f.closedAt().toEpochMilli(),
                f.closedBy(),
                f.owner(),
                f.dueOn(),
                f.cause(),
                f.action(),
                f.disposition(),
                f.mergedInto());
        Stream<Object> said = mapper.entries(id).stream()
                .filter(e -> e.kind() == Entry.Kind.COMMENT)
                .flatMap(e -> Stream.of(e.at().toEpochMilli(), e.by(), e.text()));
        Stream<Object> files = mapper.files(id).stream()
                .flatMap(x -> Stream.of(x.name(), Sha256.of(mapper.bytes(x.id()).bytes())));
        StringBuilder text = new StringBuilder();
        // each with its length before it, so that no two contents have one text
        Stream.of(work, said, files).flatMap(s -> s).forEach(o -> {
            String part = o == null ? "" : o.toString();
            text.append(part.length()).append(':').append(part);
        });
        return Sha256.of(text.toString().getBytes(StandardCharsets.UTF_8));
    }

    /** Whether what is said of it is what the audit trail knows; of one that nobody has said anything of, that is so. */
    public boolean fits(long finding) {
        List<AuditEntry> newest = audit.latest(subject(finding), 1);
        if (newest.isEmpty()) {
            return nothingSaid(finding);
        }
        Matcher m = MARK.matcher(newest.get(0).after());
        return !m.find() || m.group(1).equals(content(finding));
    }

    /** A judgement anew withdraws what nobody touched, and has it come back; everything else people do. */
    private static boolean byPeople(FindingState state) {
        return state != FindingState.OPEN && state != FindingState.WITHDRAWN;
    }

    private boolean nothingSaid(long id) {
        FindingRow f = mapper.byId(id);
        return !byPeople(f.state())
                && f.acknowledgedAt() == null
                && f.closedAt() == null
                && f.owner() == null
                && f.causeId() == null
                && f.action().isEmpty()
                && f.disposition().isEmpty()
                && mapper.entries(id).stream().noneMatch(e -> e.kind() == Entry.Kind.COMMENT);
    }
}
