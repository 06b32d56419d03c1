package org.pelerin.app.review.views;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.core.text.CleanText;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The ways to draw that people keep: their own, and those that somebody keeps for everybody. */
@Service
@RetriedOnDeadlock
public class SavedViews {

    /** It cannot be kept; nothing was. */
    public static final class NoViewException extends NotDoneException {
        NoViewException(String message) {
            super(message);
        }
    }

    private final SavedViewMapper mapper;
    private final Clock clock;

    SavedViews(SavedViewMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /** Of a mission and of its spot. */
    public List<SavedView> of(Mission mission, String person) {
        return mapper.of(mission.id(), mission.place().spotId(), person);
    }

    /** Of several missions or spots together. */
    public List<SavedView> together(String person) {
        return mapper.together(person);
    }

    public Optional<SavedView> find(long id, String person) {
        return Optional.ofNullable(mapper.find(id, person));
    }

    /** @param ofSpot for every mission at the mission's spot; for it alone where it has none */
    @Transactional
    public void keep(Mission mission, boolean ofSpot, boolean shared, String name, String document, String by) {
        ViewDocument view = ViewDocument.read(document)
                .orElseThrow(() -> new NoViewException(Texts.of("review.views.savedViews.theViewCouldNotBe")));
        Long spot = ofSpot ? mission.place().spotId() : null;
        mapper.insert(named(name), by, shared, spot == null ? mission.id() : null, spot, view.json(), clock.instant());
    }

    /** @param query of the page that shows several together */
    @Transactional
    public void keepTogether(boolean shared, String name, String query, String by) {
        mapper.insert(named(name), by, shared, null, null, query, clock.instant());
    }

    private static String named(String typed) {
        String name = CleanText.line(typed).strip();
        if (name.isEmpty()) {
            throw new NoViewException(Texts.of("review.views.savedViews.enterANameForThe"));
        }
        if (Length.VIEW_NAME.exceeded(name)) {
            throw new NoViewException(Length.VIEW_NAME.said(name));
        }
        return name;
    }

    /** One's own only; whether there was one. */
    @Transactional
    public boolean remove(long id, String by) {
        return mapper.delete(id, by) > 0;
    }
}
