package org.pelerin.app.report.verify;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.pelerin.app.collect.CarrierIntake;
import org.pelerin.proof.Bundle;
import org.springframework.stereotype.Service;

/** Tells what kind of file it is from its bytes, and has it checked. Nothing is kept of it. */
@Service
public class Verification {

    private static final byte[] PDF = "%PDF-".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] ZIP = {'P', 'K', 3, 4};
    private static final int MOST_ENTRIES = 4000;

    private final PdfCheck pdf;
    private final TableCheck tables;
    private final CarrierIntake carriers;
    private final BundleVerification bundles;

    Verification(PdfCheck pdf, TableCheck tables, CarrierIntake carriers, BundleVerification bundles) {
        this.bundles = bundles;
        this.pdf = pdf;
        this.tables = tables;
        this.carriers = carriers;
    }

    public Verified of(byte[] bytes) {
        if (bytes.length == 0) {
            return Verified.unknown("nothing", "The file is empty");
        }
        if (begins(bytes, PDF)) {
            return pdf.check(bytes);
        }
        if (begins(bytes, ZIP)) {
            Set<String> entries = entries(bytes);
            return entries.contains("xl/workbook.xml")
                    ? tables.xlsx(bytes)
                    : entries.contains(Bundle.JUDGEMENT) ? bundles.check(bytes) : carrier(bytes);
        }
        try {
            return tables.csv(StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString());
        } catch (CharacterCodingException e) {
            return Verified.unknown("a file", "It is no PDF, CSV, workbook or carrier file");
        }
    }

    /** The names of what is in an archive; none of one that cannot be read. */
    private static Set<String> entries(byte[] bytes) {
        try (ZipFile zip = ZipFile.builder().setByteArray(bytes).get()) {
            return Collections.list(zip.getEntries()).stream()
                    .limit(MOST_ENTRIES)
                    .map(ZipArchiveEntry::getName)
                    .collect(Collectors.toSet());
        } catch (IOException | RuntimeException e) {
            return Set.of();
        }
    }

    private Verified carrier(byte[] bytes) {
        CarrierIntake.Compared c = carriers.compare(bytes);
        String page = c.missionId() == null ? null : "/missions/" + c.missionId();
        return c.same()
                ? Verified.same("a carrier file", c.message(), List.of(), page)
                : c.missionId() == null
                        ? Verified.unknown("a carrier file", c.message())
                        : Verified.other("a carrier file", c.message(), List.of(), page);
    }

    private static boolean begins(byte[] bytes, byte[] with) {
        return bytes.length >= with.length && Arrays.equals(bytes, 0, with.length, with, 0, with.length);
    }
}
