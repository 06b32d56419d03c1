package org.pelerin.app.collect.files;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.intake.FileSummary;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.text.CleanText;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Files from elsewhere: they arrive, their layout is settled, every row is looked at, and they become missions. */
@Service
@RetriedOnDeadlock
public class FileService {

    static final long LARGEST = 2L << 30;
    private static final int LONGEST_NAME = 200;

    /** It cannot be done with this file, or not now; the message says why. */
    static class FileRefusedException extends NotDoneException {
        FileRefusedException(String message) {
            super(message);
        }
    }

    private final FileMapper files;
    private final FilePieces pieces;
    private final FileRows rows;
    private final LoggerRegistry loggers;
    private final AuditTrail audit;
    private final WorkOrders orders;
    private final Formats show;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final JsonMapper json = JsonMapper.builder().build();

    FileService(
            FileMapper files,
            FilePieces pieces,
            FileRows rows,
            LoggerRegistry loggers,
            AuditTrail audit,
            WorkOrders orders,
            Formats show,
            TransactionTemplate transaction,
            Clock clock) {
        this.transaction = transaction;
        this.files = files;
        this.pieces = pieces;
        this.rows = rows;
        this.loggers = loggers;
        this.audit = audit;
        this.orders = orders;
        this.show = show;
        this.clock = clock;
    }

    /** Empty for one that has not arrived whole. */
    public Optional<ForeignFile> find(long id) {
        return Optional.ofNullable(files.byId(id)).filter(f -> f.state() != ForeignFile.State.ARRIVING);
    }

    /** The same, and one that has not arrived whole, to be discarded. */
    Optional<ForeignFile> findAny(long id) {
        return Optional.ofNullable(files.byId(id));
    }

    /** The file that a mission was made of. */
    public Optional<ForeignFile> ofMission(long mission) {
        return Optional.ofNullable(files.ofMission(mission));
    }

    List<ForeignFile> newest(int limit) {
        return files.newest(limit);
    }

    /** One with the same bytes that was taken in before. */
    Optional<ForeignFile> takenBefore(ForeignFile file) {
        return Optional.ofNullable(files.takenBefore(file.sha256(), file.id()));
    }

    /** The mission that a file with these bytes is; empty where none was taken in. */
    public Optional<Long> taken(String sha256) {
        return Optional.ofNullable(files.takenBefore(sha256, 0)).map(ForeignFile::missionId);
    }

    /** The hash of a file, reckoned from the bytes that are stored. */
    public String reckoned(long id) {
        Sha256 sha = new Sha256();
        try (InputStream in = pieces.open(id)) {
            byte[] some = new byte[1 << 16];
            for (int n = in.read(some); n > 0; n = in.read(some)) {
                sha.add(Arrays.copyOf(some, n));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return sha.hex();
    }

    /** The same for others; to be closed. */
    public InputStream source(long id) {
        return bytes(id);
    }

    /** The file as it was handed in. */
    InputStream bytes(long id) {
        return pieces.open(id);
    }

    FileSettings settings(ForeignFile file) {
        return json.readValue(file.settings(), FileSettings.class);
    }

    /** What was found in it; empty before every row was looked at. */
    Optional<FileSummary> findings(long id) {
        return Optional.ofNullable(files.findings(id)).map(text -> json.readValue(text, FileSummary.class));
    }

    String write(FileSummary findings) {
        return json.writeValueAsString(findings);
    }

    /** How a file is read, what is shown of it, and how that came about. */
    private record Laid(FileSettings settings, FilePreview head, String message) {}

    /** Finds it out, once the file is stored. */
    private interface Laying {
        Laid of(long file) throws IOException;
    }

    /**
     * Stores a file and guesses how it is laid out. Not one transaction: a file may be large.
     *
     * @return its number
     * @throws FileRefusedException if it is no table; nothing is kept then
     */
    public long arrive(String name, InputStream in, String by) throws IOException {
        return arrive(name, in, this::guessed, by);
    }

    /** The same of a file of which it is known how it is read. */
    long arrive(String name, InputStream in, FileSettings settings, String by) throws IOException {
        return arrive(name, in, id -> new Laid(settings, rows.head(id, settings), ""), by);
    }

    private long arrive(String name, InputStream in, Laying how, String by) throws IOException {
        FileMapper.Fresh fresh = new FileMapper.Fresh(named(name), clock.instant(), by);
        transaction.executeWithoutResult(t -> files.insert(fresh));
        boolean whole = false;
        try {
            FilePieces.Arrived arrived = pieces.store(fresh.id, in, LARGEST);
            if (arrived.size() == 0) {
                throw new FileRefusedException(Texts.of("collect.files.fileService.theFileIsEmpty"));
            }
            Laid laid = how.of(fresh.id);
            transaction.executeWithoutResult(t -> {
                files.arrived(
                        fresh.id,
                        arrived.size(),
                        arrived.sha256(),
                        json.writeValueAsString(laid.settings),
                        json.writeValueAsString(laid.head),
                        laid.message);
                audit.record(
                        by,
                        "hand in file",
                        Texts.stored("stored.fileService.fileId", "id", fresh.id),
                        "",
                        fresh.name + ", SHA-256 " + arrived.sha256());
            });
            whole = true;
            return fresh.id;
        } catch (FilePieces.TooLargeException e) {
            throw new FileRefusedException(Texts.of("collect.files.fileService.theFileHasMoreThan"));
        } catch (SheetTable.NoSheetException | org.pelerin.core.intake.TextTable.BrokenException e) {
            throw new FileRefusedException(e.getMessage());
        } finally {
            if (!whole) {
                transaction.executeWithoutResult(t -> remove(fresh.id));
            }
        }
    }

    private Laid guessed(long file) throws IOException {
        FileSettings first = rows.guess(file);
        FileSettings parted = first.text() ? first : rows.sheetWithRows(file, first, show.home());
        FilePreview head = rows.head(file, parted);
        FileSettings guessed = FileRows.laidOut(head, parted, show.home());
        Optional<FileMapper.Saved> saved = Optional.ofNullable(files.savedFor(headings(head, guessed)));
        FileSettings settings =
                saved.map(s -> json.readValue(s.settings(), FileSettings.class)).orElse(guessed);
        return new Laid(
                settings,
                settings.partedLike(parted) ? head : rows.head(file, settings),
                saved.map(s -> Texts.stored(
                                "stored.fileService.layoutSaved",
                                "name",
                                s.name(),
                                "savedAt",
                                show.minute(s.savedAt())))
                        .orElse(""));
    }

    /** How a file is read and what recorded it, for another installation: where it was here says nothing there. */
    public String layout(ForeignFile file) {
        ObjectNode out = (ObjectNode) json.readTree(file.settings());
        out.remove("spotId");
        out.put("name", file.name());
        return json.writerWithDefaultPrettyPrinter().writeValueAsString(out);
    }

    /** Without the way to it, which some programs send along. */
    private static String named(String name) {
        String last = CleanText.line(name).replaceAll("^.*[/\\\\]", "").strip();
        String kept = last.isEmpty() ? "file" : last;
        return kept.length() > LONGEST_NAME ? kept.substring(0, LONGEST_NAME) : kept;
    }

    /** What tells files of one kind from others: their last row before the data and how many cells it has. */
    private static String headings(FilePreview head, FileSettings s) {
        int skipped = s.layout().skipped();
        String text = skipped == 0 || skipped > head.rows().size()
                ? Texts.stored(
                        "stored.fileService.noneColumns",
                        "columns",
                        s.layout().columns().size())
                : head.rows().get(skipped - 1).cells().stream()
                        .map(String::strip)
                        .collect(Collectors.joining("\u001f"));
        return Sha256.of((s.text() + "\u001e" + text).getBytes(StandardCharsets.UTF_8));
    }

    FilePreview head(ForeignFile file) {
        return json.readValue(files.head(file.id()), FilePreview.class);
    }

    Preview preview(FilePreview head, FileSettings settings, ZoneId zone) {
        return Preview.of(head, settings.layout(), zone, show);
    }

    /** It is read in another way: its layout is guessed anew. */
    @Transactional
    void guessAnew(ForeignFile file, FileSettings how) {
        try {
            FilePreview head = rows.head(file.id(), how);
            lay(file, FileRows.laidOut(head, how, how.layout().zone()));
            files.putHead(file.id(), json.writeValueAsString(head));
        } catch (IOException e) {
            throw new FileRefusedException(e.getMessage());
        }
    }

    /** Settles how it is read. */
    @Transactional
    void lay(ForeignFile file, FileSettings settings) {
        String text = json.writeValueAsString(settings);
        if (text.equals(file.settings())) {
            return;
        }
        if (files.lay(file.id(), text, "") == 0) {
            throw new FileRefusedException(Texts.of("collect.files.fileService.theFileIsBeingRead"));
        }
    }

    @Transactional
    void backToLayout(ForeignFile file) {
        if (files.lay(file.id(), file.settings(), "") == 0) {
            throw new FileRefusedException(Texts.of("collect.files.fileService.theFileIsBeingRead"));
        }
    }

    /** Has every row looked at. */
    @Transactional
    void orderReading(ForeignFile file, FileSettings settings) {
        String wrong = settings.layout().wrong();
        if (!wrong.isEmpty()) {
            throw new FileRefusedException(wrong);
        }
        if (files.orderReading(file.id(), json.writeValueAsString(settings)) == 1) {
            orders.order(FileRunner.KIND, file.id());
        }
    }

    /** Has it taken in as a mission. */
    @Transactional
    void orderTaking(ForeignFile file, FileSettings settings, boolean again, String by) {
        FileSummary found = findings(file.id())
                .orElseThrow(() -> new FileRefusedException(Texts.of("collect.files.fileService.checkItsRowsFirst")));
        String device = settings.device();
        if (device.isEmpty() || Length.DEVICE.exceeded(device)) {
            throw new FileRefusedException(
                    Texts.of("collect.files.fileService.enterTheRecordingDeviceUp", "most", Length.DEVICE.most()));
        }
        if (loggers.find(device)
                .filter(l -> !l.model().equals(ModelCatalogue.FILE))
                .isPresent()) {
            throw new FileRefusedException(Texts.of("collect.files.fileService.isALoggerThatWas", "device", device));
        }
        if (found.first() == null || found.first().equals(found.last())) {
            throw new FileRefusedException(Texts.of("collect.files.fileService.theFileHasNoTwo"));
        }
        if (found.undecided(settings.merge(), settings.sort())) {
            throw new FileRefusedException(Texts.of("collect.files.fileService.chooseWhatToDoWith"));
        }
        Optional<ForeignFile> before = takenBefore(file);
        if (before.isPresent() && !again) {
            throw new FileRefusedException(Texts.of(
                    "collect.files.fileService.theSameFileIsAlready",
                    "missionId",
                    before.get().missionId()));
        }
        if (files.orderTaking(file.id(), json.writeValueAsString(settings)) == 1) {
            orders.order(FileRunner.KIND, file.id());
            audit.record(
                    by,
                    "take file in",
                    Texts.stored("stored.fileService.fileId", "id", file.id()),
                    "",
                    Texts.stored("stored.fileService.nameAsDevice", "name", file.name(), "device", device));
        }
    }

    /** Keeps the layout for files with the same headings. */
    @Transactional
    void keepLayout(ForeignFile file, String name, String by) {
        FileSettings s = settings(file);
        files.save(name, headings(head(file), s), json.writeValueAsString(s), clock.instant(), by);
        audit.record(by, "keep layout", name, "", file.name());
    }

    @Transactional
    void discard(ForeignFile file, String by) {
        if (file.busy() || file.state() == ForeignFile.State.TAKEN) {
            throw new FileRefusedException(Texts.of("collect.files.fileService.theFileIsBeingRead"));
        }
        if (!remove(file.id())) {
            throw new FileRefusedException(Texts.of("collect.files.fileService.theFileIsBeingRead"));
        }
        audit.record(by, "discard file", Texts.stored("stored.fileService.fileId", "id", file.id()), file.name(), "");
    }

    /** What broke off on its way here. */
    @Transactional
    void forget(ForeignFile file) {
        remove(file.id());
    }

    /** The row first: whoever takes it up meanwhile keeps its pieces. */
    private boolean remove(long id) {
        if (files.letGo(id) == 0) {
            return false;
        }
        files.removePieces(id);
        return files.remove(id) == 1;
    }
}
