package org.pelerin.core.intake;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PushbackInputStream;
import java.io.Reader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.pelerin.core.language.CoreTexts;

/** Rows of a text file with delimiters: RFC 4180 with any delimiter, quotes also where they stand wrong. */
public final class TextTable {

    private static final Charset WINDOWS = Charset.forName("windows-1252");
    private static final int MOST_COLUMNS = 500;

    private TextTable() {}

    /** Takes rows as they come. */
    public interface Sink {
        /**
         * @param line of the file where the row begins, from 1
         * @return whether more is wanted
         */
        boolean row(long line, List<String> cells);
    }

    /** The file cannot be read on from some line; the message names it. */
    public static final class BrokenException extends IOException {
        BrokenException(String message, Throwable cause) {
            super(message, cause);
        }
    }

    /**
     * Reads rows until the sink has enough.
     *
     * @throws BrokenException where a quotation mark is never closed
     */
    public static void read(InputStream in, Charset charset, char delimiter, Sink sink) throws IOException {
        long line = 0;
        try (Reader text = new BufferedReader(new InputStreamReader(unmarked(in), charset), 1 << 16);
                CsvReader<CsvRecord> csv = CsvReader.builder()
                        .fieldSeparator(delimiter)
                        .allowExtraCharsAfterClosingQuote(true)
                        .allowExtraFields(true)
                        .allowMissingFields(true)
                        .skipEmptyLines(false)
                        .ofCsvRecord(text)) {
            for (CsvRecord r : csv) {
                line = r.getStartingLineNumber();
                List<String> cells = r.getFields();
                if (cells.size() > MOST_COLUMNS) {
                    throw new BrokenException(
                            CoreTexts.say(
                                    "core.intake.textTable.lineHasCellsAtMost",
                                    "line",
                                    line,
                                    "cells",
                                    cells.size(),
                                    "mostColumns",
                                    MOST_COLUMNS),
                            null);
                }
                if (!sink.row(line, cells)) {
                    return;
                }
            }
        } catch (CsvParseException e) {
            throw new BrokenException(CoreTexts.say("core.intake.textTable.afterLineAQuotationMark", "line", line), e);
        }
    }

    /** Without the mark of byte order that some programs put first. */
    private static InputStream unmarked(InputStream in) throws IOException {
        PushbackInputStream out = new PushbackInputStream(in, 3);
        byte[] first = out.readNBytes(3);
        boolean utf8 =
                first.length == 3 && first[0] == (byte) 0xEF && first[1] == (byte) 0xBB && first[2] == (byte) 0xBF;
        boolean utf16 = first.length > 1
                && (first[0] == (byte) 0xFF && first[1] == (byte) 0xFE
                        || first[0] == (byte) 0xFE && first[1] == (byte) 0xFF);
        int mark = utf8 ? 3 : utf16 ? 2 : 0;
        out.unread(first, mark, first.length - mark);
        return out;
    }

    /** UTF-16 by its mark, UTF-8 where the bytes can be it, else the code page of western Windows. */
    public static Charset charset(byte[] head) {
        if (head.length > 1 && head[0] == (byte) 0xFF && head[1] == (byte) 0xFE) {
            return StandardCharsets.UTF_16LE;
        }
        if (head.length > 1 && head[0] == (byte) 0xFE && head[1] == (byte) 0xFF) {
            return StandardCharsets.UTF_16BE;
        }
        // the head may end within a character
        for (int cut = 0; cut < 4 && cut <= head.length; cut++) {
            CharsetDecoder strict = StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .onUnmappableCharacter(CodingErrorAction.REPORT);
            try {
                strict.decode(ByteBuffer.wrap(head, 0, head.length - cut));
                return StandardCharsets.UTF_8;
            } catch (CharacterCodingException e) {
                // shorter, or not at all
            }
        }
        return WINDOWS;
    }
}
