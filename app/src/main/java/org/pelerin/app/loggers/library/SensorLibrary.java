package org.pelerin.app.loggers.library;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.FormMark;
import org.pelerin.core.evidence.AuditEntry;
import org.pelerin.core.exchange.SensorDocument;
import org.pelerin.core.sensor.Sensor;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Sensor definitions: those that come with the program, which nobody changes, and the users' own. Plans hold copies, so that a
 * change here changes no plan.
 */
@Service
@RetriedOnDeadlock
public class SensorLibrary {

    private final SensorMapper sensors;
    private final AuditTrail audit;
    private final Clock clock;

    SensorLibrary(SensorMapper sensors, AuditTrail audit, Clock clock) {
        this.sensors = sensors;
        this.audit = audit;
        this.clock = clock;
    }

    /** The users' own first. */
    public List<Sensor> all() {
        List<Sensor> out = new ArrayList<>(own());
        out.addAll(SensorDocument.ready());
        return out;
    }

    public List<Sensor> own() {
        return sensors.all().stream().map(SensorDocument::read).toList();
    }

    public boolean ready(String name) {
        return SensorDocument.ready().stream().anyMatch(s -> s.name().equals(name));
    }

    public Optional<Sensor> find(String name) {
        return Optional.ofNullable(sensors.byName(name))
                .map(SensorDocument::read)
                .or(() -> SensorDocument.ready().stream()
                        .filter(s -> s.name().equals(name))
                        .findFirst());
    }

    /** Adds a definition or changes the user's own of that name. */
    @Transactional
    public void save(Sensor sensor, String by) {
        save(sensor, null, by);
    }

    /** @param seen the mark of what is stored under its name, as the form showed it; null for a change that follows from no form */
    @Transactional
    public void save(Sensor sensor, String seen, String by) {
        if (ready(sensor.name())) {
            throw new IllegalArgumentException(
                    Texts.of("loggers.library.sensorLibrary.isBuiltInChooseAnother", "name", sensor.name()));
        }
        sensors.lock(sensor.name());
        String before = sensors.byName(sensor.name());
        FormMark.require(seen, stored(before));
        String after = SensorDocument.write(sensor);
        sensors.save(sensor.name(), after, clock.instant(), by);
        audit.record(by, "save sensor", sensor.name(), before == null ? "" : before, after);
    }

    private static String stored(String definition) {
        return definition == null ? "" : definition;
    }

    /** The mark of what is stored under a name, for the form that changes it; of nothing, too. */
    String mark(String name) {
        return FormMark.of(stored(sensors.byName(name)));
    }

    /** Who saved it last, the newest first, at most one. */
    List<AuditEntry> lastChange(String name) {
        return audit.latest(name, List.of("save sensor"), 1);
    }

    @Transactional
    public void delete(String name, String by) {
        String before = sensors.byName(name);
        if (before != null) {
            sensors.delete(name);
            audit.record(by, "delete sensor", name, before, "");
        }
    }
}
