package org.pelerin.app.report.verify;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.pelerin.app.collect.CarrierIntake;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.proof.Bundle;
import org.pelerin.proof.BundleCheck;
import org.pelerin.proof.BundleException;
import org.pelerin.proof.SignedFile;
import org.springframework.stereotype.Service;

/** Tells what kind of file it is from its bytes, and has it checked. Nothing is kept of it. */
@Service
public class Verification {

    private static final byte[] PDF = "%PDF-".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] ZIP = {'P', 'K', 3, 4};
    private static final int MOST_ENTRIES = 4000;
    private static final int LARGEST_FILE = 256 << 20;

    private final PdfCheck pdf;
    private final TableCheck tables;
    private final CarrierIntake carriers;
    private final BundleVerification bundles;
    private final InstallationKeys keys;

    Verification(
            PdfCheck pdf,
            TableCheck tables,
            CarrierIntake carriers,
            BundleVerification bundles,
            InstallationKeys keys) {
        this.keys = keys;
        this.bundles = bundles;
        this.pdf = pdf;
        this.tables = tables;
        this.carriers = carriers;
    }

    public Verified of(byte[] bytes) {
        if (bytes.length == 0) {
            return Verified.unknown("nothing", Texts.stored("stored.verification.theFileIsEmpty"));
        }
        if (begins(bytes, PDF)) {
            return pdf.check(bytes);
        }
        if (begins(bytes, ZIP)) {
            Set<String> entries = entries(bytes);
            if (SignedFile.is(entries)) {
                return signed(bytes);
            }
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
            return Verified.unknown(
                    Texts.stored("stored.verification.aFile"), Texts.stored("stored.verification.itIsNotAPdf"));
        }
    }

    /** What is in it counts only where its signature holds and is ours. */
    private Verified signed(byte[] bytes) {
        try {
            Path archive = Files.createTempFile("pelerin-signed", ".zip");
            try {
                Files.write(archive, bytes);
                BundleCheck.Outcome o = SignedFile.check(archive, keys.trust());
                if (o.unreadable().isPresent() && o.troubles().isEmpty()) {
                    return Verified.unknown(
                            Texts.stored("stored.verification.aSignedFile"),
                            o.unreadable().get());
                }
                if (!o.sound()) {
                    return Verified.other(
                            Texts.stored("stored.verification.aSignedFile"),
                            Texts.stored("stored.verification.itsSignatureIsNotValid"),
                            o.troubles(),
                            null);
                }
                if (!o.proven()) {
                    return Verified.unknown(
                            Texts.stored("stored.verification.aSignedFile"), String.join("; ", o.left()));
                }
                return of(SignedFile.file(archive, LARGEST_FILE)).signed();
            } finally {
                Files.deleteIfExists(archive);
            }
        } catch (BundleException e) {
            return Verified.unknown(Texts.stored("stored.verification.aSignedFile"), e.getMessage());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
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
                ? Verified.same(Texts.stored("stored.verification.aCarrierFile"), c.message(), List.of(), page)
                : c.missionId() == null
                        ? Verified.unknown(Texts.stored("stored.verification.aCarrierFile"), c.message())
                        : Verified.other(
                                Texts.stored("stored.verification.aCarrierFile"), c.message(), List.of(), page);
    }

    private static boolean begins(byte[] bytes, byte[] with) {
        return bytes.length >= with.length && Arrays.equals(bytes, 0, with.length, with, 0, with.length);
    }
}
