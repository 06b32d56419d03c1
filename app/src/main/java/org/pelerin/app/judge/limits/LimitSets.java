package org.pelerin.app.judge.limits;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.judge.Limits;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The limits library. Each save is a new version; a mission keeps the one that it was judged by until somebody says otherwise. */
@Service
@RetriedOnDeadlock
public class LimitSets {

    /** Another set has the name. */
    public static final class NameTakenException extends NotDoneException {
        NameTakenException(String name) {
            super(Texts.of("judge.limits.limitSets.otherLimitsAreNamed", "name", name));
        }
    }

    /** It holds somewhere. */
    static final class InUseException extends NotDoneException {
        InUseException(String where) {
            super(Texts.of("judge.limits.limitSets.theyAreAssignedToRemove", "where", where));
        }
    }

    private final LimitMapper mapper;
    private final AuditTrail audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    LimitSets(LimitMapper mapper, AuditTrail audit, ApplicationEventPublisher events, Clock clock) {
        this.events = events;
        this.mapper = mapper;
        this.audit = audit;
        this.clock = clock;
    }

    /** Those that are offered. */
    public List<LimitSet> all() {
        return mapper.all().stream().filter(s -> !s.archived()).toList();
    }

    public List<LimitSet> archived() {
        return mapper.all().stream().filter(LimitSet::archived).toList();
    }

    public Optional<LimitSet> find(long id) {
        return Optional.ofNullable(mapper.byId(id));
    }

    public Optional<LimitSet> version(long id, int version) {
        return Optional.ofNullable(mapper.version(id, version));
    }

    /** The newest first. */
    public List<LimitSet> versions(long id) {
        return mapper.versions(id);
    }

    /** How many missions are judged by each set. */
    public Map<Long, Integer> missions() {
        return mapper.counts().stream()
                .collect(Collectors.toMap(LimitMapper.Count::setId, LimitMapper.Count::missions));
    }

    public int judgedBy(long set, int version) {
        return mapper.judgedBy(set, version);
    }

    @Transactional
    public LimitSet create(String name, Limits limits, String by) {
        if (mapper.byName(name) != null) {
            throw new NameTakenException(name);
        }
        mapper.insert(name);
        return save(mapper.idOf(name), name, 0, limits, "", by);
    }

    /** The same limits under a name that is free: the one wanted, or that with a number. */
    @Transactional
    public LimitSet take(String wanted, Limits limits, String by) {
        String name = wanted;
        for (int n = 2; mapper.byName(name) != null; n++) {
            name = wanted + " " + n;
        }
        return create(name, limits, by);
    }

    /** @param expected the version that the person saw */
    @Transactional
    public LimitSet update(long id, int expected, String name, Limits limits, String by) {
        LimitSet before = mapper.byId(id);
        LimitSet namesake = mapper.byName(name);
        if (namesake != null && namesake.id() != id) {
            throw new NameTakenException(name);
        }
        return save(id, name, expected, limits, before.document(), by);
    }

    private LimitSet save(long id, String name, int expected, Limits limits, String before, String by) {
        if (mapper.advance(id, name, expected) == 0) {
            throw new ChangedMeanwhileException();
        }
        String document = LimitsDocument.write(new Limits(name, limits.rules(), limits.gapRules()));
        mapper.insertVersion(id, expected + 1, document, clock.instant(), by);
        audit.record(
                by,
                "save limits",
                Texts.stored("stored.limitSets.nameVersionExpected", "name", name, "expected", (expected + 1)),
                before,
                document);
        LimitSet saved = mapper.byId(id);
        events.publishEvent(new LimitSetSaved(saved));
        return saved;
    }

    /** One that is archived is kept with all its versions, and not offered any more. */
    @Transactional
    public void archive(long id, boolean archived, String by) {
        LimitSet set = mapper.byId(id);
        List<LimitPlace> places = mapper.placesOf(id);
        if (archived && !places.isEmpty()) {
            throw new InUseException(places.get(0).name());
        }
        if (mapper.archive(id, archived) == 0) {
            throw new TooLateException(
                    archived
                            ? Texts.of("judge.limits.limitSets.theyAreAlreadyArchived")
                            : Texts.of("judge.limits.limitSets.theyAreAlreadyInUse"));
        }
        audit.record(by, archived ? "archive limits" : "take limits back", set.name(), "", "");
    }
}
