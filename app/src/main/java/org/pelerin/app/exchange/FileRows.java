package org.pelerin.app.exchange;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.intake.Guess;
import org.pelerin.core.intake.Layout;
import org.pelerin.core.intake.Merge;
import org.pelerin.core.intake.TextTable;
import org.springframework.stereotype.Component;

/** The rows of a stored file, whatever its format. */
@Component
class FileRows {

    /** Rows that a guess and a preview look at. */
    static final int HEAD = 300;

    private static final int HEAD_BYTES = 1 << 16;

    /** A row with its line in the file. */
    record Row(long line, List<String> cells) {}

    private final Pieces pieces;

    FileRows(Pieces pieces) {
        this.pieces = pieces;
    }

    void read(long file, FileSettings s, TextTable.Sink sink) throws IOException {
        try (InputStream in = pieces.open(file)) {
            if (s.text()) {
                TextTable.read(in, s.code(), s.delimiter(), sink);
            } else {
                SheetTable.read(in, s.sheet(), sink);
            }
        }
    }

    List<Row> head(long file, FileSettings s) throws IOException {
        List<Row> out = new ArrayList<>();
        read(file, s, (line, cells) -> {
            out.add(new Row(line, cells));
            return out.size() < HEAD;
        });
        return out;
    }

    List<String> sheets(long file) throws IOException {
        try (InputStream in = pieces.open(file)) {
            return SheetTable.names(in);
        }
    }

    /** How a file is probably to be read. */
    FileSettings guess(long file, ZoneId zone) throws IOException {
        byte[] head;
        try (InputStream in = pieces.open(file)) {
            head = in.readNBytes(HEAD_BYTES);
        }
        if (head.length > 3 && head[0] == 'P' && head[1] == 'K') {
            try (InputStream in = pieces.open(file)) {
                SheetTable.check(in);
            }
            return laidOut(file, bare(0, StandardCharsets.UTF_8.name(), ','), zone);
        }
        java.nio.charset.Charset code = TextTable.charset(head);
        String text = new String(head, code);
        if (text.indexOf('\0') >= 0) {
            throw new SheetTable.NoSheetException("It is neither text nor XLSX", null);
        }
        return laidOut(file, bare(-1, code.name(), Guess.delimiter(text.lines().toList())), zone);
    }

    private static FileSettings bare(int sheet, String charset, char delimiter) {
        Layout none =
                new Layout(0, '.', org.pelerin.core.intake.DateOrder.YEAR_FIRST, java.time.ZoneOffset.UTC, List.of());
        return new FileSettings(sheet, charset, delimiter, none, Merge.NONE, false, "", null);
    }

    /** The same with the layout that is probable when it is read so. */
    FileSettings laidOut(long file, FileSettings s, ZoneId zone) throws IOException {
        List<List<String>> rows = head(file, s).stream().map(Row::cells).toList();
        return s.with(Guess.layout(rows, s.text() ? s.delimiter() : ';', zone));
    }
}
