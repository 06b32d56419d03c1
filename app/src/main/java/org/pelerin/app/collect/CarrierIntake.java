package org.pelerin.app.collect;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionCreation;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.StoredTexts;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.carrier.Carrier;
import org.pelerin.link.carrier.CarrierException;
import org.pelerin.link.carrier.CarrierFile;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MemoryPage;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PageTable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes in what loggers copied to a memory stick: the same checks and steps as over a link. A clock could not be read then, so that
 * the times stay the logger's own.
 */
@Service
public class CarrierIntake {

    /**
     * What became of a file.
     *
     * @param missionId the mission it belongs to; null where it was refused
     * @param refused whether nothing was taken in, for a reason that is said
     */
    public record Taken(String file, Long missionId, boolean refused, String message) {}

    private static final int FULL_BATTERY = 1000;

    private final CaptureIntake intake;
    private final CaptureStore captures;
    private final CaptureProcessing processing;
    private final MissionCreation creation;
    private final MissionQueries missions;
    private final LoggerRegistry loggers;
    private final CollectService collections;
    private final AuditTrail audit;
    private final TransactionTemplate transaction;

    CarrierIntake(
            CaptureIntake intake,
            CaptureStore captures,
            CaptureProcessing processing,
            MissionCreation creation,
            MissionQueries missions,
            LoggerRegistry loggers,
            CollectService collections,
            AuditTrail audit,
            TransactionTemplate transaction) {
        this.intake = intake;
        this.captures = captures;
        this.processing = processing;
        this.creation = creation;
        this.missions = missions;
        this.loggers = loggers;
        this.collections = collections;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * What a file is beside what is home; nothing is taken in.
     *
     * @param same whether all that it holds is home, byte for byte
     */
    public record Compared(Long missionId, boolean same, String message) {}

    public Compared compare(byte[] bytes) {
        try {
            Carrier carrier = CarrierFile.read(bytes);
            return missions.ofDevice(carrier.serial(), carrier.info().number())
                    .map(m -> compare(m, carrier))
                    .orElseGet(() -> new Compared(
                            null,
                            false,
                            Texts.of(
                                    "collect.carrierIntake.theFileIsIntactBut",
                                    "number",
                                    carrier.info().number(),
                                    "serial",
                                    carrier.serial())));
        } catch (CarrierException e) {
            return new Compared(null, false, StoredTexts.read(e.getMessage()));
        }
    }

    private Compared compare(Mission m, Carrier carrier) {
        String given =
                new Capture(carrier.header(), carrier.pages(), carrier.info().firstRecord()).sha256();
        String which = Texts.of("collect.carrierIntake.missionOf", "id", m.id(), "serial", m.serial());
        if (captures.reckoned(m.id()).filter(given::equals).isPresent()) {
            return new Compared(m.id(), true, Texts.of("collect.carrierIntake.itIsTheCompleteByte", "which", which));
        }
        return captures.holds(m.id(), carrier.header(), carrier.pages())
                ? new Compared(m.id(), true, Texts.of("collect.carrierIntake.allItsRecordsArePart", "which", which))
                : new Compared(
                        m.id(), false, Texts.of("collect.carrierIntake.itDiffersFromTheCollected", "which", which));
    }

    /** @param file as the person calls it */
    public Taken take(String file, byte[] bytes, String by) {
        try {
            return take(file, CarrierFile.read(bytes), by);
        } catch (CarrierException | CaptureIntake.HopelessException e) {
            return new Taken(file, null, true, Texts.sentence(StoredTexts.read(e.getMessage())));
        }
    }

    private static MissionHeader ofKnownModel(Carrier carrier) {
        MissionHeader header = MissionHeader.decode(carrier.header());
        if (ModelCatalogue.find(header.plan().model()).isEmpty()) {
            throw new CarrierException(Texts.of(
                    "collect.carrierIntake.isOfAnUnknownModel",
                    "serial",
                    carrier.serial(),
                    "model",
                    header.plan().model()));
        }
        return header;
    }

    private Taken take(String file, Carrier carrier, String by) {
        MissionHeader header = ofKnownModel(carrier);
        if (collections.active(carrier.serial()).isPresent()) {
            throw new CarrierException(
                    Texts.of("collect.carrierIntake.isBeingCollectedWaitUntil", "serial", carrier.serial()));
        }
        Mission mission = mission(carrier, header, by);
        String whole =
                new Capture(carrier.header(), carrier.pages(), carrier.info().firstRecord()).sha256();
        Optional<StoredCapture> held = captures.summary(mission.id());
        String which = Texts.of("collect.carrierIntake.missionOf", "id", mission.id(), "serial", carrier.serial());
        if (held.filter(c -> whole.equals(c.sha256())).isPresent()) {
            return new Taken(
                    file,
                    mission.id(),
                    false,
                    Texts.of("collect.carrierIntake.isAlreadyCompleteHereByte", "which", which));
        }
        if (held.isPresent() && captures.holds(mission.id(), carrier.header(), carrier.pages())) {
            return new Taken(
                    file, mission.id(), false, Texts.of("collect.carrierIntake.anOlderCopyOfAll", "which", which));
        }
        if (mission.home()) {
            return new Taken(
                    file,
                    mission.id(),
                    true,
                    Texts.of("collect.carrierIntake.isAlreadyCompleteHereAnd", "which", which));
        }
        if (held.isPresent() && held.get().endRecord() > carrier.info().endRecord()) {
            throw new CarrierException(Texts.of("collect.carrierIntake.moreOfIsAlreadyHere", "which", which));
        }
        intake.take(mission.id(), source(carrier), by, (done, total) -> {});
        transaction.executeWithoutResult(t -> audit.record(
                by,
                "read carrier file",
                Texts.stored("stored.carrierIntake.serialMissionId", "serial", carrier.serial(), "id", mission.id()),
                "",
                Texts.stored("stored.carrierIntake.fileCaptureWhole", "file", file, "whole", whole)));
        String told = processing.settle(mission.id(), carrier.info().state().running(), by, step -> {});
        return new Taken(file, mission.id(), false, carrier.serial() + ": " + told + ".");
    }

    /**
     * Takes in a mission that came home elsewhere, with what its logger's clock was compared with then.
     *
     * @param readAt on the logger's clock
     * @param battery in ‰; null where the clock could not be compared
     * @return its number here
     * @throws CarrierException if it is not sound, or something of it is home already
     */
    public long restore(byte[] file, Instant readAt, Duration offset, Integer battery, String by) {
        Carrier carrier = CarrierFile.read(file);
        MissionHeader header = ofKnownModel(carrier);
        Optional<Mission> there =
                missions.ofDevice(carrier.serial(), carrier.info().number());
        if (there.isPresent()) {
            throw new CarrierException(Texts.of(
                    "collect.carrierIntake.missionOfIsAlreadyHere",
                    "number",
                    carrier.info().number(),
                    "serial",
                    carrier.serial(),
                    "id",
                    there.get().id()));
        }
        Mission mission = mission(carrier, header, by);
        try {
            intake.take(
                    mission.id(),
                    source(carrier, new UnitReading(readAt, offset, battery, battery == null ? null : Boolean.FALSE)),
                    by,
                    (done, total) -> {});
        } catch (CaptureIntake.HopelessException e) {
            throw new CarrierException(e.getMessage(), e);
        }
        processing.settle(mission.id(), false, by, step -> {});
        return mission.id();
    }

    /**
     * A mission as a carrier file, as far as its pages are without holes.
     *
     * @throws CarrierException if its capture has holes
     */
    public byte[] write(Mission m) {
        CaptureMapper.CaptureRow row = captures.row(m.id()).orElseThrow();
        Map<PageTable, List<byte[]>> tables = new EnumMap<>(PageTable.class);
        captures.pages(m.id())
                .forEach(p -> tables.computeIfAbsent(PageTable.of(MemoryPage.number(p)), t -> new ArrayList<>())
                        .add(p));
        List<MissionInfo.Pages> parts = new ArrayList<>();
        List<byte[]> pages = new ArrayList<>();
        tables.forEach((table, of) -> {
            long first = MemoryPage.number(of.get(0));
            long last = MemoryPage.number(of.get(of.size() - 1));
            if (last - first + 1 != of.size()) {
                throw new CarrierException(Texts.of("collect.carrierIntake.pagesOfItsMemoryWere"));
            }
            parts.add(new MissionInfo.Pages(first, last + 1));
            pages.addAll(of);
        });
        // what was recorded live has no number of the logger's
        int number = m.device().missionNumber() == null ? 0 : m.device().missionNumber();
        MissionInfo info = new MissionInfo(number, LoggerState.ENDED, row.firstRecord(), row.endRecord(), parts);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            CarrierFile.write(new Carrier(m.serial(), info, row.clockReadAt(), row.header(), pages), out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private Mission mission(Carrier carrier, MissionHeader header, String by) {
        if (loggers.find(carrier.serial()).isEmpty()) {
            String model = header.plan().model();
            loggers.see(LoggerUnit.seen(
                    carrier.serial(),
                    model,
                    ModelCatalogue.get(model).firmware().oldest().toString(),
                    FULL_BATTERY,
                    carrier.info().state().name(),
                    carrier.info().records(),
                    Duration.ZERO,
                    carrier.copiedAt()));
        }
        return creation.adopt(
                carrier.serial(),
                carrier.info().number(),
                header.plan(),
                header.writtenAt(),
                header.firstSampleAt(),
                by);
    }

    private static CaptureIntake.Source source(Carrier carrier) {
        return source(carrier, UnitReading.clock(carrier.copiedAt()));
    }

    private static CaptureIntake.Source source(Carrier carrier, UnitReading reading) {
        Map<Long, byte[]> pages = new HashMap<>();
        carrier.pages().forEach(p -> pages.put(MemoryPage.number(p), p));
        return new CaptureIntake.Source() {
            @Override
            public MissionInfo info() {
                return carrier.info();
            }

            @Override
            public byte[] header() {
                return carrier.header();
            }

            @Override
            public UnitReading clock() {
                return reading;
            }

            @Override
            public byte[] page(long number) {
                return pages.get(number);
            }

            @Override
            public Map<PageTable, Long> oldest() {
                return Map.of();
            }

            @Override
            public Map<Long, Integer> rereads() {
                return Map.of();
            }
        };
    }
}
