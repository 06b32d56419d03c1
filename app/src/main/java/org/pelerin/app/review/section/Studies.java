package org.pelerin.app.review.section;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.text.CleanText;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The mapping studies of sites. */
@Service
@RetriedOnDeadlock
public class Studies {

    /** It makes no study; nothing was kept. */
    public static final class NoStudyException extends NotDoneException {
        NoStudyException(String message) {
            super(message);
        }
    }

    private final StudyMapper mapper;
    private final AuditTrail audit;
    private final Clock clock;

    Studies(StudyMapper mapper, AuditTrail audit, Clock clock) {
        this.mapper = mapper;
        this.audit = audit;
        this.clock = clock;
    }

    /** The newest first. */
    List<MappingStudy> of(long site) {
        return mapper.of(site);
    }

    public Optional<MappingStudy> find(long id) {
        return Optional.ofNullable(mapper.study(id));
    }

    @Transactional
    void keep(long site, String typed, SectionForm.Asked a, String by) {
        String name = CleanText.line(typed).strip();
        if (name.isEmpty()) {
            throw new NoStudyException(Texts.of("review.section.studies.enterANameForThe"));
        }
        if (Length.STUDY_NAME.exceeded(name)) {
            throw new NoStudyException(Length.STUDY_NAME.said(name));
        }
        mapper.insert(site, name, a.unit(), a.from(), a.to(), a.low(), a.high(), clock.instant(), by);
        audit.record(
                by,
                "keep mapping study",
                Texts.stored("stored.studies.siteSite", "site", site),
                "",
                Texts.stored("stored.studies.nameFromToTo", "name", name, "from", a.from(), "to", a.to()));
    }

    @Transactional
    void remove(MappingStudy study, String by) {
        if (mapper.delete(study.id()) == 0) {
            throw new TooLateException(Texts.of("review.section.studies.theStudyNoLongerExists"));
        }
        audit.record(
                by,
                "remove mapping study",
                Texts.stored("stored.studies.siteSiteId", "siteId", study.siteId()),
                study.name(),
                "");
    }
}
