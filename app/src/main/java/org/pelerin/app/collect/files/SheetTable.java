package org.pelerin.app.collect.files;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ExcelReaderException;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.intake.TextTable;

/** Rows of an XLSX file (ISO/IEC 29500). Dates become ISO 8601, local; numbers have a decimal point. */
final class SheetTable {

    private static final DateTimeFormatter INSTANT = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss.SSS");
    private static final int LARGEST_PACKED = 128 << 20;
    private static final long LARGEST_UNPACKED = 2L << 30;
    private static final long LARGEST_STRINGS = 64L << 20;
    private static final int MOST_COLUMNS = 500;
    /** What a cell can hold by the standard, and by how much more it is known not to be one. */
    private static final int LONGEST_CELL = 32_767;

    private static final int LONGEST_TEXT = 1_000_000;
    private static final int LONGEST_COLUMN = 3;

    private SheetTable() {}

    /** It is no such file, or one that is not to be opened; the message says why. */
    static final class NoSheetException extends IOException {
        NoSheetException(String message, Throwable cause) {
            super(message, cause);
        }
    }

    /** Looks at the packing before anything is unpacked into memory. */
    static void check(InputStream file) throws IOException {
        byte[] packed = file.readNBytes(LARGEST_PACKED + 1);
        if (packed.length > LARGEST_PACKED) {
            throw new NoSheetException(
                    Texts.of("collect.files.sheetTable.anXlsxFileMayHave", "largestPacked", (LARGEST_PACKED >> 20)),
                    null);
        }
        try (ZipFile zip = ZipFile.builder().setByteArray(packed).get()) {
            long whole = 0;
            byte[] buffer = new byte[1 << 16];
            for (ZipArchiveEntry e : Collections.list(zip.getEntries())) {
                long size = 0;
                Markup markup = new Markup();
                try (InputStream in = zip.getInputStream(e)) {
                    for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                        size += n;
                        whole += n;
                        if (e.getName().endsWith(".xml")) {
                            markup.look(buffer, n);
                        }
                        if (whole > LARGEST_UNPACKED
                                || size > LARGEST_STRINGS && e.getName().contains("sharedStrings")) {
                            throw new NoSheetException(
                                    Texts.of("collect.files.sheetTable.theUnpackedFileWouldBe"), null);
                        }
                    }
                }
            }
        } catch (NoSheetException e) {
            throw e;
        } catch (IOException e) {
            throw new NoSheetException(
                    Texts.of("collect.files.sheetTable.theCompressionIsDamaged", "reason", e.getMessage()), e);
        }
    }

    /** Looks at a part as it is unpacked, byte by byte: nothing of it is kept, however large it is. */
    private static final class Markup {
        private int text;
        private int reference = -1;
        private int at;

        void look(byte[] bytes, int n) throws NoSheetException {
            for (int i = 0; i < n; i++) {
                byte b = bytes[i];
                text = b == '<' ? 0 : text + 1;
                if (text > LONGEST_TEXT) {
                    throw new NoSheetException(
                            Texts.of("collect.files.sheetTable.aCellHasMoreThan", "longestCell", LONGEST_CELL), null);
                }
                reference(b);
            }
        }

        /** The letters of {@code r="ABC12"}. */
        private void reference(byte b) throws NoSheetException {
            boolean letter = b >= 'A' && b <= 'Z';
            if (reference >= 0 && letter) {
                if (++reference > LONGEST_COLUMN) {
                    throw new NoSheetException(Texts.of("collect.files.sheetTable.aCellLiesInA"), null);
                }
            } else {
                reference = -1;
            }
            at = b == ' ' ? 1 : at == 1 && b == 'r' ? 2 : at == 2 && b == '=' ? 3 : at == 3 && b == '"' ? 4 : 0;
            if (at == 4) {
                reference = 0;
            }
        }
    }

    static List<String> names(InputStream file) throws IOException {
        try (ReadableWorkbook book = open(file)) {
            return book.getSheets().map(Sheet::getName).toList();
        }
    }

    static void read(InputStream file, int sheet, TextTable.Sink sink) throws IOException {
        try (ReadableWorkbook book = open(file)) {
            Sheet found = book.getSheet(sheet)
                    .orElseThrow(() -> new NoSheetException(
                            Texts.of("collect.files.sheetTable.thereIsNoSheet", "sheet", (sheet + 1)), null));
            boolean from1904 = book.isDate1904();
            int[] width = new int[1];
            try (Stream<Row> rows = found.openStream()) {
                Iterator<Row> all = rows.iterator();
                while (all.hasNext()) {
                    Row row = all.next();
                    if (row.getCellCount() > MOST_COLUMNS) {
                        throw new NoSheetException(
                                Texts.of(
                                        "collect.files.sheetTable.rowHasCellsAtMost",
                                        "rowNum",
                                        row.getRowNum(),
                                        "cellCount",
                                        row.getCellCount(),
                                        "mostColumns",
                                        MOST_COLUMNS),
                                null);
                    }
                    if (!sink.row(row.getRowNum(), cells(row, from1904, width))) {
                        return;
                    }
                }
            }
        } catch (ExcelReaderException
                | IllegalArgumentException
                | IndexOutOfBoundsException
                | NegativeArraySizeException e) {
            throw new NoSheetException(
                    Texts.of("collect.files.sheetTable.theFileCannotBeRead", "reason", e.getMessage()), e);
        }
    }

    private static ReadableWorkbook open(InputStream file) throws IOException {
        try {
            return new ReadableWorkbook(file, new ReadingOptions(true, true));
        } catch (IOException | RuntimeException e) {
            throw new NoSheetException(Texts.of("collect.files.sheetTable.theFileIsNotXlsx"), e);
        }
    }

    /** @param width of the widest row so far; cells that a row lacks at its end are empty */
    private static List<String> cells(Row row, boolean from1904, int[] width) {
        List<String> out = new ArrayList<>(row.getCellCount());
        for (int i = 0; i < row.getCellCount(); i++) {
            Cell cell = row.getOptionalCell(i).orElse(null);
            out.add(cell == null ? "" : text(cell, from1904));
        }
        width[0] = Math.max(width[0], out.size());
        while (out.size() < width[0]) {
            out.add("");
        }
        return out;
    }

    private static String text(Cell cell, boolean from1904) {
        if (cell.getType() == CellType.EMPTY) {
            return "";
        }
        boolean number = cell.getType() == CellType.NUMBER
                || cell.getType() == CellType.FORMULA && cell.getValue() instanceof BigDecimal;
        if (!number) {
            return cell.getText();
        }
        double v = Double.parseDouble(cell.getRawValue());
        String format = cell.getDataFormatString();
        if (format != null && dated(format)) {
            return moment(v + (from1904 ? 1462 : 0), format);
        }
        return v == Math.rint(v) && Math.abs(v) < 1e15 ? String.valueOf((long) v) : String.valueOf(v);
    }

    /** Whether a number format shows a date or a time of day. */
    static boolean dated(String format) {
        String plain = format.replaceAll("\"[^\"]*\"|\\\\.|\\[[^\\]]*\\]", "").toLowerCase(Locale.ROOT);
        return !plain.contains("general") && plain.matches(".*[ydhs].*|.*mm.*");
    }

    /** A day number with its fraction, to the millisecond; a bare fraction under a format without days is a time of day. */
    private static String moment(double days, String format) {
        LocalDateTime t = LocalDateTime.of(1899, 12, 30, 0, 0).plusNanos(Math.round(days * 86_400_000) * 1_000_000);
        boolean clockOnly = days < 1 && !format.toLowerCase(Locale.ROOT).matches(".*[yd].*");
        return clockOnly ? t.toLocalTime().format(DateTimeFormatter.ofPattern("HH:mm:ss.SSS")) : INSTANT.format(t);
    }
}
