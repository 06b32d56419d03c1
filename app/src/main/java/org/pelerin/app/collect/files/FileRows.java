package org.pelerin.app.collect.files;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.intake.Guess;
import org.pelerin.core.intake.Layout;
import org.pelerin.core.intake.Merge;
import org.pelerin.core.intake.TextTable;
import org.springframework.stereotype.Component;

/** The rows of a stored file, whatever its format. */
@Component
class FileRows {

    /** Sheets that are looked through for the one with the record. */
    private static final int MOST_SHEETS = 20;

    /** Rows that a guess and a preview look at. */
    static final int HEAD = 300;

    private static final int HEAD_BYTES = 1 << 16;

    private final FilePieces pieces;

    FileRows(FilePieces pieces) {
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

    FilePreview head(long file, FileSettings s) throws IOException {
        List<FilePreview.Row> rows = new ArrayList<>();
        read(file, s, (line, cells) -> {
            rows.add(new FilePreview.Row(line, cells));
            return rows.size() < HEAD;
        });
        return new FilePreview(s.text() ? List.of() : sheets(file), rows);
    }

    private List<String> sheets(long file) throws IOException {
        try (InputStream in = pieces.open(file)) {
            return SheetTable.names(in);
        }
    }

    /** What a file is and how its cells are probably parted; its layout is still empty. */
    FileSettings guess(long file) throws IOException {
        byte[] head;
        try (InputStream in = pieces.open(file)) {
            head = in.readNBytes(HEAD_BYTES);
        }
        if (head.length > 3 && head[0] == 'P' && head[1] == 'K') {
            try (InputStream in = pieces.open(file)) {
                SheetTable.check(in);
            }
            return bare(0, StandardCharsets.UTF_8.name(), ',');
        }
        java.nio.charset.Charset code = TextTable.charset(head);
        String text = new String(head, code);
        if (text.indexOf('\0') >= 0) {
            throw new SheetTable.NoSheetException(Texts.stored("stored.fileRows.itIsNeitherTextNor"), null);
        }
        return bare(-1, code.name(), Guess.delimiter(text.lines().toList()));
    }

    private static FileSettings bare(int sheet, String charset, char delimiter) {
        Layout none =
                new Layout(0, '.', org.pelerin.core.intake.DateOrder.YEAR_FIRST, java.time.ZoneOffset.UTC, List.of());
        return new FileSettings(sheet, charset, delimiter, none, Merge.NONE, false, "", null);
    }

    /** The first sheet on which rows have an instant and a value, laid out; the first of all where none has. */
    FileSettings sheetWithRows(long file, FileSettings first, ZoneId zone) throws IOException {
        int sheets = Math.min(sheets(file).size(), MOST_SHEETS);
        for (int i = 0; i < sheets; i++) {
            FileSettings here = new FileSettings(
                    i,
                    first.charset(),
                    first.delimiter(),
                    first.layout(),
                    first.merge(),
                    first.sort(),
                    first.device(),
                    first.spotId());
            FilePreview head = head(file, here);
            FileSettings laid = laidOut(head, here, zone);
            if (laid.layout().wrong().isEmpty()
                    && head.rows().size() > laid.layout().skipped()) {
                return here;
            }
        }
        return first;
    }

    /** The same with the layout that is probable from its head. */
    static FileSettings laidOut(FilePreview head, FileSettings s, ZoneId zone) {
        return s.with(Guess.layout(head.cells(), s.text() ? s.delimiter() : ';', zone));
    }
}
