package org.pelerin.app.review.notes;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.SignedSince;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.text.CleanText;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Notes at instants of missions. They say something of a record and change nothing of what is judged. */
@Service
@RetriedOnDeadlock
public class PinnedNotes {

    /** It stood there when the mission was signed; nothing has changed. */
    static final class SignedNoteException extends NotDoneException {
        SignedNoteException(Mission mission) {
            super(Texts.of("review.notes.pinnedNotes.missionIsSignedWithThis", "id", mission.id()));
        }
    }

    private final PinnedNoteMapper mapper;
    private final AuditTrail audit;
    private final SignedSince signed;
    private final Clock clock;

    PinnedNotes(PinnedNoteMapper mapper, AuditTrail audit, SignedSince signed, Clock clock) {
        this.mapper = mapper;
        this.audit = audit;
        this.signed = signed;
        this.clock = clock;
    }

    /** In the order of time. */
    public List<PinnedNote> of(Mission mission) {
        return mapper.of(mission.id());
    }

    /** As a chart has them. @param viewed the correction that times are told without; none where they are told as they are judged */
    public List<PinnedLine> lines(Mission mission, ClockCorrection viewed) {
        Instant since = signed.of(mission.id()).orElse(Instant.MAX);
        return of(mission).stream()
                .map(n -> new PinnedLine(
                        n.id(),
                        viewed.loggerTime(n.fromAt()).toEpochMilli(),
                        viewed.loggerTime(n.toAt()).toEpochMilli(),
                        n.text(),
                        n.madeBy(),
                        n.madeAt().toEpochMilli(),
                        n.madeAt().isAfter(since)))
                .toList();
    }

    /**
     * @param to no earlier than {@code from}; the same for a note at an instant
     * @throws IllegalArgumentException if there is no text, or too much, or it ends before it begins
     */
    @Transactional
    public void pin(Mission mission, Instant from, Instant to, String typed, String by) {
        String text = CleanText.line(typed).strip();
        if (text.isEmpty()) {
            throw new IllegalArgumentException(Texts.of("review.notes.pinnedNotes.enterANote"));
        }
        if (Length.PINNED_NOTE.exceeded(text)) {
            throw new IllegalArgumentException(Length.PINNED_NOTE.said(text));
        }
        if (to.isBefore(from)) {
            throw new IllegalArgumentException(Texts.of("review.notes.pinnedNotes.aNoteCannotEndBefore"));
        }
        mapper.insert(mission.id(), from, to, text, clock.instant(), by);
        audit.record(by, "note", mission.subject(), "", told(from, to, text));
    }

    /** Nothing where it is not there any more. */
    @Transactional
    public void remove(Mission mission, long id, String by) {
        PinnedNote was = mapper.note(mission.id(), id);
        unsigned(mission, was);
        if (mapper.remove(mission.id(), id, clock.instant(), by) > 0) {
            audit.record(by, "take back note", mission.subject(), told(was.fromAt(), was.toAt(), was.text()), "");
        }
    }

    /** Nothing where it is there already. */
    @Transactional
    public void restore(Mission mission, long id, String by) {
        unsigned(mission, mapper.note(mission.id(), id));
        if (mapper.restore(mission.id(), id) > 0) {
            PinnedNote is = mapper.note(mission.id(), id);
            audit.record(by, "note", mission.subject(), "", told(is.fromAt(), is.toAt(), is.text()));
        }
    }

    /** What was written before a mission was signed was signed with it, and stays. */
    private void unsigned(Mission mission, PinnedNote note) {
        if (note != null
                && signed.of(mission.id())
                        .filter(since -> !note.madeAt().isAfter(since))
                        .isPresent()) {
            throw new SignedNoteException(mission);
        }
    }

    private static String told(Instant from, Instant to, String text) {
        return (from.equals(to)
                        ? Texts.stored("stored.pinnedNotes.atFrom", "from", from)
                        : Texts.stored("stored.pinnedNotes.fromToTo", "from", from, "to", to))
                + ": " + text;
    }
}
