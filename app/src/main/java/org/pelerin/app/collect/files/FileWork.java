package org.pelerin.app.collect.files;

import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionCreation;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.intake.FileSummary;
import org.pelerin.core.intake.Intake;
import org.pelerin.core.intake.Layout;
import org.pelerin.core.intake.Merge;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.Series;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Goes through whole files: checks every row, and makes missions of them. */
@Component
class FileWork {

    /** How far it is, in rows. */
    interface Progress {
        void at(long rows);
    }

    private static final int TELL_EVERY = 4096;

    private final FileMapper files;
    private final FileService service;
    private final FileRows rows;
    private final MissionQueries missions;
    private final MissionCreation creation;
    private final SeriesWriter series;
    private final Evaluation evaluation;
    private final LoggerRegistry loggers;
    private final PlaceService places;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final MissionLifecycle lifecycle;

    FileWork(
            FileMapper files,
            FileService service,
            FileRows rows,
            MissionQueries missions,
            MissionCreation creation,
            SeriesWriter series,
            Evaluation evaluation,
            LoggerRegistry loggers,
            PlaceService places,
            TransactionTemplate transaction,
            Clock clock,
            MissionLifecycle lifecycle) {
        this.lifecycle = lifecycle;
        this.files = files;
        this.service = service;
        this.rows = rows;
        this.missions = missions;
        this.creation = creation;
        this.series = series;
        this.evaluation = evaluation;
        this.loggers = loggers;
        this.places = places;
        this.transaction = transaction;
        this.clock = clock;
    }

    private Intake gather(ForeignFile file, FileSettings settings, Progress progress) throws IOException {
        Intake intake = new Intake(settings.layout());
        int skipped = settings.layout().skipped();
        long[] seen = new long[1];
        rows.read(file.id(), settings, (line, cells) -> {
            if (++seen[0] > skipped) {
                intake.add(line, cells);
            }
            if (seen[0] % TELL_EVERY == 0) {
                progress.at(seen[0]);
            }
            return true;
        });
        return intake;
    }

    /** What was made of it when it was taken in. */
    List<Series> series(ForeignFile file) throws IOException {
        FileSettings settings = service.settings(file);
        return gather(file, settings, rows -> {}).series(settings.merge());
    }

    /** Looks at every row; nothing is taken in. */
    FileSummary read(ForeignFile file, Progress progress) throws IOException {
        return gather(file, service.settings(file), progress).findings();
    }

    /**
     * Makes a mission of it and marks it as taken, in one transaction.
     *
     * @param settled done in that transaction; where it fails, no mission is made
     * @return the mission
     */
    long take(ForeignFile file, Runnable settled, Progress progress) throws IOException {
        FileSettings settings = service.settings(file);
        Intake intake = gather(file, settings, progress);
        FileSummary found = intake.findings();
        Merge merge = settings.merge();
        if (found.undecided(merge, settings.sort())) {
            throw new FileService.FileRefusedException(Texts.stored("stored.fileWork.chooseWhatToDoWith"));
        }
        List<Series> record = intake.series(merge);
        long received = found.good() - found.duplicates();
        long slots = Duration.between(
                        record.get(0).axis().first(), record.get(0).axis().end())
                .dividedBy(found.interval());
        long expected = Math.max(slots, received);
        Plan plan = plan(settings, found, expected);
        return transaction.execute(t -> {
            long id = begin(file, settings, found, plan);
            files.taken(file.id(), id);
            settled.run();
            Mission m = missions.find(id).orElseThrow();
            series.replace(id, record);
            lifecycle.collected(
                    m,
                    clock.instant(),
                    record.get(0).axis().first(),
                    expected,
                    received,
                    file.sha256(),
                    file.uploadedBy());
            // by what holds where it was recorded, with what is derived there, and with its findings, as any other
            long on = evaluation.version(id);
            Mission whole = missions.find(id).orElseThrow();
            evaluation.keep(
                    id, evaluation.judge(whole, on, record, whole.records().collectedAt()));
            return id;
        });
    }

    private long begin(ForeignFile file, FileSettings s, FileSummary found, Plan plan) {
        Instant now = clock.instant();
        loggers.see(
                LoggerUnit.seen(s.device(), ModelCatalogue.FILE, "", 1000, "ENDED", found.good(), Duration.ZERO, now));
        return creation.recordedElsewhere(
                new MissionDraft(s.device(), named(file.name()), 0, plan, s.spotId(), file.uploadedBy()),
                found.first(),
                IntakeText.of(found, s));
    }

    private static String named(String file) {
        String name = Texts.stored("stored.fileWork.fileFile", "file", file);
        return name.length() > 120 ? name.substring(0, 119) + "…" : name;
    }

    /** What the record stands for, had it been planned here: its channels, with the limits that apply at its spot. */
    private Plan plan(FileSettings s, FileSummary found, long expected) {
        List<Deployment.Demand> demands =
                places.deployment(s.spotId(), null, null).demands();
        List<ChannelSettings> channels = new ArrayList<>();
        for (Layout.Column c : s.layout().values()) {
            Deployment.Demand demand = demands.stream()
                    .filter(d -> d.unit().equals(c.unit()))
                    .findFirst()
                    .orElse(null);
            channels.add(new ChannelSettings(
                    true,
                    c.name(),
                    alarm(demand == null ? null : demand.high()),
                    alarm(demand == null ? null : demand.low())));
        }
        return new Plan(
                ModelCatalogue.FILE,
                "",
                found.interval(),
                new StartCondition.Now(),
                new StopCondition.AfterSamples(expected),
                channels);
    }

    private static Alarm alarm(Double limit) {
        return limit == null ? null : new Alarm(limit, Duration.ZERO, true);
    }
}
