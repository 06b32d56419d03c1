package org.pelerin.command;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;

/** What was asked for on the command line; null where nothing was said. */
record Arguments(
        String file,
        String limits,
        boolean json,
        Instant start,
        Instant end,
        Duration interval,
        ZoneId zone,
        String derive,
        boolean progress) {

    static final String USAGE = "usage: judge FILE.csv --limits LIMITS.json [--json] [--start INSTANT] [--end INSTANT]"
            + " [--interval DURATION] [--zone ZONE] [--derive DERIVED.json]; FILE may be - for standard input";

    private static final Set<String> VALUED =
            Set.of("--limits", "--start", "--end", "--interval", "--zone", "--derive");

    /** Something on the command line that cannot be read. */
    static final class WrongException extends RuntimeException {
        WrongException(String message) {
            super(message);
        }
    }

    static Arguments of(String... args) {
        String file = null;
        boolean json = false;
        boolean progress = false;
        Map<String, String> said = new HashMap<>();
        for (int i = 0; i < args.length; i++) {
            String arg = args[i];
            if (VALUED.contains(arg)) {
                if (i + 1 == args.length) {
                    throw new WrongException(arg + " wants a value; " + USAGE);
                }
                if (said.put(arg, args[++i]) != null) {
                    throw new WrongException(arg + " comes twice");
                }
            } else if (arg.equals("--json")) {
                json = true;
            } else if (arg.equals("--progress")) {
                progress = true;
            } else if (arg.startsWith("--") || arg.startsWith("-") && arg.length() > 1) {
                throw new WrongException("there is no option " + arg + "; " + USAGE);
            } else if (file != null) {
                throw new WrongException("one file is judged at a time; " + USAGE);
            } else {
                file = arg;
            }
        }
        if (file == null || !said.containsKey("--limits")) {
            throw new WrongException(USAGE);
        }
        Instant start = instant(said, "--start");
        Instant end = instant(said, "--end");
        if (start != null && end != null && !end.isAfter(start)) {
            throw new WrongException("--end does not lie after --start");
        }
        return new Arguments(
                file,
                said.get("--limits"),
                json,
                start,
                end,
                interval(said.get("--interval")),
                zone(said.get("--zone")),
                said.get("--derive"),
                progress);
    }

    private static Instant instant(Map<String, String> said, String name) {
        String text = said.get(name);
        try {
            return text == null ? null : OffsetDateTime.parse(text).toInstant();
        } catch (DateTimeException e) {
            throw new WrongException(
                    name + ": “" + text + "” is no ISO 8601 instant with an offset, such as 2026-03-19T08:00:00+01:00");
        }
    }

    private static Duration interval(String text) {
        if (text == null) {
            return null;
        }
        try {
            Duration d = Duration.parse(text);
            if (d.toMillis() > 0) {
                return d;
            }
        } catch (DateTimeException | ArithmeticException e) {
            // said below
        }
        throw new WrongException("--interval: “" + text + "” is no ISO 8601 duration above 0, such as PT10M");
    }

    private static ZoneId zone(String text) {
        try {
            return text == null ? null : ZoneId.of(text);
        } catch (DateTimeException e) {
            throw new WrongException("--zone: “" + text + "” is no time zone, such as Europe/Paris");
        }
    }
}
