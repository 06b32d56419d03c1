package org.pelerin.app.missions.documentation;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.places.Picture;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.text.CleanText;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Title, purpose, people and remarks of a mission, and the files that go with it. */
@Service
public class DocumentationService {

    static final int LARGEST_PDF = 10_000_000;
    private static final int LONGEST_NAME = 120;
    private static final byte[] PDF = "%PDF-".getBytes(StandardCharsets.US_ASCII);

    private final DocumentationMapper mapper;
    private final AuditTrail audit;
    private final Clock clock;

    DocumentationService(DocumentationMapper mapper, AuditTrail audit, Clock clock) {
        this.mapper = mapper;
        this.audit = audit;
        this.clock = clock;
    }

    public MissionNote note(long mission) {
        MissionNote note = mapper.note(mission);
        return note == null ? MissionNote.NONE : note;
    }

    /** @throws IllegalArgumentException if something is too long */
    @Transactional
    public void save(long mission, MissionNote note, String by) {
        if (!note.wrong().isEmpty()) {
            throw new IllegalArgumentException(note.wrong());
        }
        MissionNote before = note(mission);
        if (!before.equals(note)) {
            mapper.save(mission, note);
            audit.record(by, "document mission", "mission " + mission, before.toString(), note.toString());
        }
    }

    public List<Attachment> attachments(long mission) {
        return mapper.attachments(mission);
    }

    public Optional<Attachment> attachment(long id) {
        return Optional.ofNullable(mapper.attachment(id));
    }

    public byte[] bytes(Attachment attachment) {
        return mapper.bytes(attachment.id()).bytes();
    }

    /**
     * Adds a file; one of a name that is there already gets another name.
     *
     * @throws IllegalArgumentException if it is no PNG, JPEG or PDF, or too large; told from its bytes, not its name
     */
    @Transactional
    public String attach(long mission, String name, byte[] bytes, String by) {
        String type;
        if (startsWith(bytes, PDF)) {
            if (bytes.length > LARGEST_PDF) {
                throw new IllegalArgumentException("A PDF has at most 10 MB");
            }
            type = "application/pdf";
        } else {
            type = Picture.of(bytes).type();
        }
        Set<String> taken =
                mapper.attachments(mission).stream().map(Attachment::name).collect(Collectors.toSet());
        String free = free(ending(clean(name), type), taken);
        String sha = new Sha256().add(bytes).hex();
        mapper.insert(mission, free, type, bytes.length, sha, bytes, clock.instant(), by);
        audit.record(by, "attach file", "mission " + mission, "", free + ", SHA-256 " + sha);
        return free;
    }

    @Transactional
    public void remove(Attachment a, String by) {
        mapper.delete(a.id());
        audit.record(by, "remove file", "mission " + a.missionId(), a.name() + ", SHA-256 " + a.sha256(), "");
    }

    private static boolean startsWith(byte[] bytes, byte[] with) {
        return bytes.length > with.length && java.util.Arrays.equals(bytes, 0, with.length, with, 0, with.length);
    }

    /** Without path, and without what a file system may stumble over. */
    static String clean(String name) {
        String last = name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1);
        String plain =
                CleanText.line(last).replaceAll("[\\p{Cntrl}<>:\"|?*]", "_").strip();
        String kept = plain.isEmpty() || plain.matches("\\.+") ? "file" : plain;
        return kept.length() > LONGEST_NAME ? kept.substring(kept.length() - LONGEST_NAME) : kept;
    }

    /** With an ending that says what it is, whatever it was called: the one it has, or one more. */
    static String ending(String name, String type) {
        String lower = name.toLowerCase(Locale.ROOT);
        List<String> ends = switch (type) {
            case "application/pdf" -> List.of(".pdf");
            case "image/png" -> List.of(".png");
            default -> List.of(".jpg", ".jpeg");
        };
        return ends.stream().anyMatch(lower::endsWith) ? name : name + ends.get(0);
    }

    /** “scan.pdf”, then “scan (2).pdf”. */
    static String free(String name, Set<String> taken) {
        int dot = name.lastIndexOf('.');
        String stem = dot > 0 ? name.substring(0, dot) : name;
        String end = dot > 0 ? name.substring(dot) : "";
        String free = name;
        for (int n = 2; taken.contains(free); n++) {
            free = stem + " (" + n + ")" + end;
        }
        return free;
    }
}
