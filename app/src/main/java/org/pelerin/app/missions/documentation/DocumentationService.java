package org.pelerin.app.missions.documentation;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.FormMark;
import org.pelerin.core.evidence.AuditEntry;
import org.pelerin.core.evidence.Sha256;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Title, purpose, people and remarks of a mission, and the files that go with it. */
@Service
@RetriedOnDeadlock
public class DocumentationService {

    private final DocumentationMapper mapper;
    private final MissionVersion versions;
    private final AuditTrail audit;
    private final Clock clock;

    DocumentationService(DocumentationMapper mapper, MissionVersion versions, AuditTrail audit, Clock clock) {
        this.mapper = mapper;
        this.versions = versions;
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
        save(mission, note, null, by);
    }

    /**
     * @param seen the mark of the note as the form showed it; null for a change that follows from no form
     * @throws IllegalArgumentException if something is too long
     */
    @Transactional
    public void save(long mission, MissionNote note, String seen, String by) {
        if (!note.wrong().isEmpty()) {
            throw new IllegalArgumentException(note.wrong());
        }
        versions.requireUnsigned(mission);
        MissionNote before = note(mission);
        if (!before.equals(note)) {
            FormMark.require(seen, before);
        }
        if (!before.equals(note)) {
            mapper.save(mission, note);
            audit.record(
                    by,
                    "document mission",
                    Texts.stored("stored.documentationService.missionMission", "mission", mission),
                    before.toString(),
                    note.toString());
        }
    }

    /** Who changed the note last, at most one. */
    public List<AuditEntry> lastChange(long mission) {
        return audit.latest("mission " + mission, List.of("document mission"), 1);
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
        String type = FileKind.of(bytes);
        versions.requireUnsigned(mission);
        Set<String> taken =
                mapper.attachments(mission).stream().map(Attachment::name).collect(Collectors.toSet());
        String free = FileKind.named(name, type, taken);
        String sha = new Sha256().add(bytes).hex();
        mapper.insert(mission, free, type, bytes.length, sha, bytes, clock.instant(), by);
        audit.record(
                by,
                "attach file",
                Texts.stored("stored.documentationService.missionMission", "mission", mission),
                "",
                free + ", SHA-256 " + sha);
        return free;
    }

    @Transactional
    public void remove(Attachment a, String by) {
        versions.requireUnsigned(a.missionId());
        mapper.delete(a.id());
        audit.record(
                by,
                "remove file",
                Texts.stored("stored.documentationService.missionMissionId", "missionId", a.missionId()),
                a.name() + ", SHA-256 " + a.sha256(),
                "");
    }
}
