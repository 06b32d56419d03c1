package org.pelerin.command;

import java.io.BufferedOutputStream;
import java.io.FileInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;
import org.pelerin.core.derive.Derivations;
import org.pelerin.core.derive.TooManyWindowsException;
import org.pelerin.core.exchange.DerivedDocument;
import org.pelerin.core.exchange.DocumentException;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.ZoneMissingException;
import org.pelerin.core.plainfile.PlainFile;
import org.pelerin.core.plainfile.PlainFileException;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.threeten.extra.Interval;

/**
 * Judges a plain file against limits. Ends with 0 within limits, 1 for excursions, 2 where it cannot be told, 3 for input that cannot be
 * read, with one line that says where and why.
 */
public final class JudgeCommand {

    static final int BAD_INPUT = 3;
    private static final List<String> VERDICTS = List.of("within", "excursions", "inconclusive");

    private final InputStream in;
    private final PrintStream out;
    private final PrintStream err;

    JudgeCommand(InputStream in, PrintStream out, PrintStream err) {
        this.in = in;
        this.out = out;
        this.err = err;
    }

    public static void main(String[] args) {
        PrintStream out = new PrintStream(new BufferedOutputStream(System.out), false, StandardCharsets.UTF_8);
        PrintStream err = new PrintStream(System.err, true, StandardCharsets.UTF_8);
        int code = new JudgeCommand(System.in, out, err).run(args);
        out.flush();
        System.exit(code);
    }

    /** Returns the exit code. */
    int run(String... args) {
        try {
            Arguments asked = Arguments.of(args);
            JudgementDocument judgement = judge(asked);
            if (asked.json()) {
                out.println(judgement.pretty());
            } else {
                new JudgementText(judgement, asked.zone(), out).print();
            }
            return VERDICTS.indexOf(judgement.verdict());
        } catch (Arguments.WrongException | InputException e) {
            return refused(e.getMessage());
        } catch (OutOfMemoryError e) {
            return refused("the file needs more memory than there is; give more with PELERIN_JUDGE_MEMORY=2g");
        }
    }

    private int refused(String message) {
        err.println(message.replaceAll("[\\r\\n]+", " "));
        return BAD_INPUT;
    }

    /** Input that cannot be read; the message names it. */
    private static final class InputException extends RuntimeException {
        InputException(String name, String message) {
            super(name + (message.startsWith("line ") ? ", " : ": ") + message);
        }
    }

    private JudgementDocument judge(Arguments asked) {
        Limits limits = limits(asked.limits());
        List<Series> recorded = recorded(asked);
        Interval period = asked.start() == null && asked.end() == null
                ? null
                : Interval.of(
                        asked.start() == null ? Instant.MIN : asked.start(),
                        asked.end() == null ? Instant.MAX : asked.end());
        try {
            JudgedRecord record = derived(asked, JudgedRecord.of(recorded, period, List.of()), limits);
            JudgementDocument judgement =
                    JudgementDocument.of(record, limits, asked.zone(), MeanKineticTemperature.DEFAULT_ENTHALPY);
            record.sources().forEach(s -> s.notes().forEach(err::println));
            return judgement;
        } catch (TooManyWindowsException e) {
            throw new InputException(asked.limits(), e.getMessage());
        } catch (ZoneMissingException e) {
            throw new InputException(asked.limits(), e.getMessage() + "; say it in the rule, or with --zone");
        }
    }

    private static JudgedRecord derived(Arguments asked, JudgedRecord record, Limits limits) {
        if (asked.derive() == null) {
            return record;
        }
        try {
            return Derivations.add(
                    record, DerivedDocument.read(text(asked.derive())), name -> Optional.empty(), limits::early);
        } catch (DocumentException | Derivations.ImpossibleException e) {
            throw new InputException(asked.derive(), e.getMessage());
        }
    }

    private Limits limits(String name) {
        try {
            return LimitsDocument.read(text(name));
        } catch (DocumentException e) {
            throw new InputException(name, e.getMessage());
        }
    }

    private static String text(String name) {
        try {
            byte[] bytes = Files.readAllBytes(Path.of(name));
            String text = StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
            return text.startsWith("\uFEFF") ? text.substring(1) : text;
        } catch (CharacterCodingException e) {
            throw new InputException(name, "line 1, column 1: these bytes are not UTF-8");
        } catch (IOException | java.nio.file.InvalidPathException e) {
            throw new InputException(name, unreadable(e));
        }
    }

    private List<Series> recorded(Arguments asked) {
        String name = asked.file().equals("-") ? "standard input" : asked.file();
        try (InputStream from = asked.file().equals("-") ? in : new FileInputStream(asked.file())) {
            LongConsumer progress = asked.progress() && !asked.file().equals("-")
                    ? new Progress(Files.size(Path.of(asked.file())), err)
                    : read -> {};
            List<Series> read = PlainFile.read(from, asked.interval(), progress);
            if (progress instanceof Progress p) {
                p.over();
            }
            return read;
        } catch (PlainFileException e) {
            throw new InputException(name, e.getMessage());
        } catch (IOException e) {
            throw new InputException(name, unreadable(e));
        }
    }

    private static String unreadable(Exception e) {
        return e instanceof NoSuchFileException || e instanceof java.io.FileNotFoundException
                ? "there is no such file that can be read"
                : "cannot be read: " + e.getMessage();
    }
}
