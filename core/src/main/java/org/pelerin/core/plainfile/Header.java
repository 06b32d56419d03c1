package org.pelerin.core.plainfile;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import org.pelerin.core.series.Channel;
import org.pelerin.core.text.Bracketed;

/** The first row: a name for the instants, and a channel each as {@code Name (unit)}. */
final class Header {

    /** What no name of a column looks like. */
    private static final Pattern INSTANT = Pattern.compile("\\d{4}-\\d{2}-\\d{2}[T ]\\d{2}:\\d{2}");

    private Header() {}

    /** Whether a line ends inside it that is not in quotes. */
    private static boolean bare(String text) {
        boolean quoted = false;
        for (int i = 0; i < text.length(); i++) {
            quoted ^= text.charAt(i) == '"';
            if (!quoted && text.charAt(i) == '\r') {
                return true;
            }
        }
        return false;
    }

    /** @param line without its end */
    static List<Channel> channels(byte[] line, int length) {
        String text;
        try {
            text = StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(line, 0, length))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new PlainFileException(1, 0, "these bytes are not UTF-8");
        }
        if (text.startsWith("\ufeff")) {
            throw new PlainFileException(1, 1, "there is a second byte order mark");
        }
        if (bare(text)) {
            throw new PlainFileException(1, 0, "lines end with CR alone; they may end with LF or CRLF");
        }
        List<String> cells = cells(text);
        if (INSTANT.matcher(cells.get(0).strip()).lookingAt()) {
            throw new PlainFileException(
                    1, 1, "the header is missing: the first line names the channels, and this begins with an instant");
        }
        if (cells.size() < 2) {
            throw new PlainFileException(
                    1, 1, "the header names no channel; cells are parted by commas, the first column is the instant");
        }
        List<Channel> out = new ArrayList<>();
        Set<String> names = new HashSet<>();
        for (int i = 1; i < cells.size(); i++) {
            String cell = cells.get(i).strip();
            Bracketed named = Bracketed.of(cell, "()");
            Channel channel = Channel.of(named.before(), named.inside());
            if (channel.label().isEmpty()) {
                throw new PlainFileException(1, i + 1, "the channel has no name");
            }
            if (!names.add(channel.label())) {
                throw new PlainFileException(1, i + 1, "two channels are called “" + channel.label() + "”");
            }
            out.add(channel);
        }
        return out;
    }

    private static List<String> cells(String line) {
        List<String> out = new ArrayList<>();
        int at = 0;
        while (true) {
            int begin = at;
            while (begin < line.length() && (line.charAt(begin) == ' ' || line.charAt(begin) == '\t')) {
                begin++;
            }
            if (begin < line.length() && line.charAt(begin) == '"') {
                StringBuilder cell = new StringBuilder();
                at = quoted(line, begin + 1, cell, out.size() + 1);
                out.add(cell.toString());
            } else {
                int comma = line.indexOf(',', at);
                int end = comma < 0 ? line.length() : comma;
                String cell = line.substring(at, end);
                if (cell.indexOf('"') >= 0) {
                    throw new PlainFileException(1, out.size() + 1, "a quote stands inside a cell that is not quoted");
                }
                out.add(cell);
                at = end;
            }
            if (at >= line.length()) {
                return out;
            }
            at++;
        }
    }

    /** Returns where the cell ends: at its comma, or the end of the line. */
    private static int quoted(String line, int from, StringBuilder into, int column) {
        int at = from;
        while (at < line.length()) {
            char c = line.charAt(at++);
            if (c != '"') {
                into.append(c);
            } else if (at < line.length() && line.charAt(at) == '"') {
                into.append(c);
                at++;
            } else {
                while (at < line.length() && (line.charAt(at) == ' ' || line.charAt(at) == '\t')) {
                    at++;
                }
                if (at < line.length() && line.charAt(at) != ',') {
                    throw new PlainFileException(1, column, "something follows a quoted cell");
                }
                return at;
            }
        }
        throw new PlainFileException(1, column, "a quoted cell does not end");
    }
}
