package org.pelerin.app.review.notes;

import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.core.series.ClockCorrection;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Notes on a mission's chart and table: each answer has all that there are then. */
@RestController
class PinnedNoteController {

    private final PinnedNotes notes;
    private final MissionQueries missions;
    private final SeriesStore store;

    PinnedNoteController(PinnedNotes notes, MissionQueries missions, SeriesStore store) {
        this.notes = notes;
        this.missions = missions;
        this.store = store;
    }

    /**
     * @param from in ms, as {@code to}
     * @param clock “own” where they are told as the logger had them
     */
    @PostMapping("/missions/{id}/notes")
    ResponseEntity<?> pin(
            @PathVariable long id,
            @RequestParam long from,
            @RequestParam long to,
            @RequestParam(defaultValue = "") String text,
            @RequestParam(defaultValue = "") String clock,
            Principal me) {
        Mission mission = get(id);
        ClockCorrection viewed = viewed(mission, clock);
        try {
            notes.pin(
                    mission,
                    viewed.correct(Instant.ofEpochMilli(from)),
                    viewed.correct(Instant.ofEpochMilli(to)),
                    text,
                    me.getName());
        } catch (IllegalArgumentException e) {
            return ResponseEntity.status(HttpStatus.UNPROCESSABLE_CONTENT)
                    .body(Map.of("detail", Texts.sentence(e.getMessage())));
        }
        return ResponseEntity.ok(notes.lines(mission, viewed));
    }

    @PostMapping("/missions/{id}/notes/{note}/remove")
    List<PinnedLine> remove(
            @PathVariable long id,
            @PathVariable long note,
            @RequestParam(defaultValue = "") String clock,
            Principal me) {
        Mission mission = get(id);
        notes.remove(mission, note, me.getName());
        return notes.lines(mission, viewed(mission, clock));
    }

    @PostMapping("/missions/{id}/notes/{note}/restore")
    List<PinnedLine> restore(
            @PathVariable long id,
            @PathVariable long note,
            @RequestParam(defaultValue = "") String clock,
            Principal me) {
        Mission mission = get(id);
        notes.restore(mission, note, me.getName());
        return notes.lines(mission, viewed(mission, clock));
    }

    @ExceptionHandler(PinnedNotes.SignedNoteException.class)
    ResponseEntity<?> signed(PinnedNotes.SignedNoteException e) {
        return ResponseEntity.status(HttpStatus.CONFLICT).body(Map.of("detail", Texts.sentence(e.getMessage())));
    }

    private ClockCorrection viewed(Mission mission, String clock) {
        return clock.equals("own") && mission.records().clockCorrected() ? store.clock(mission) : ClockCorrection.NONE;
    }

    private Mission get(long id) {
        return missions.find(id)
                .filter(m -> m.records().firstAt() != null)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("review.notes.pinnedNoteController.missionIsNotCollectedYet", "id", id)));
    }
}
