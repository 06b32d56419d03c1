package org.pelerin.app.findings;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.missions.documentation.FileKind;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.core.evidence.Sha256;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Pictures and papers that go with findings. */
@Service
@RetriedOnDeadlock
public class FindingFiles {

    private final FindingMapper mapper;
    private final MissionVersion versions;
    private final AuditTrail audit;
    private final Clock clock;

    FindingFiles(FindingMapper mapper, MissionVersion versions, AuditTrail audit, Clock clock) {
        this.versions = versions;
        this.mapper = mapper;
        this.audit = audit;
        this.clock = clock;
    }

    public List<FindingFile> of(long finding) {
        return mapper.files(finding);
    }

    public Optional<FindingFile> find(long id) {
        return Optional.ofNullable(mapper.file(id));
    }

    public byte[] bytes(FindingFile f) {
        return mapper.bytes(f.id()).bytes();
    }

    /** @throws IllegalArgumentException if it is no PNG, JPEG or PDF, or too large */
    @Transactional
    public String add(long finding, String name, byte[] bytes, String by) {
        String type = FileKind.of(bytes);
        mapper.missionsOf(finding).forEach(versions::requireUnsigned);
        Set<String> taken =
                mapper.files(finding).stream().map(FindingFile::name).collect(Collectors.toSet());
        String kept = FileKind.named(name, type, taken);
        String sha = new Sha256().add(bytes).hex();
        mapper.addFile(finding, kept, type, bytes.length, sha, bytes, clock.instant(), by);
        mapper.note(
                finding,
                clock.instant(),
                by,
                Entry.Kind.STEP,
                Texts.stored("stored.findingFiles.addedTheFile", "kept", kept));
        audit.record(by, "attach file", Findings.subject(finding), "", kept + ", SHA-256 " + sha);
        return kept;
    }

    @Transactional
    public void remove(FindingFile f, String by) {
        mapper.missionsOf(f.findingId()).forEach(versions::requireUnsigned);
        if (mapper.removeFile(f.id()) == 1) {
            mapper.note(
                    f.findingId(),
                    clock.instant(),
                    by,
                    Entry.Kind.STEP,
                    Texts.stored("stored.findingFiles.removedTheFile", "name", f.name()));
            audit.record(
                    by,
                    "remove file",
                    Findings.subject(f.findingId()),
                    f.name() + ", SHA-256 " + f.sha256(),
                    "removed");
        }
    }
}
