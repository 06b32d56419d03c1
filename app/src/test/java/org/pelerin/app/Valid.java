package org.pelerin.app;

import java.io.ByteArrayInputStream;
import java.util.List;
import java.util.stream.Stream;
import org.verapdf.gf.foundry.VeraGreenfieldFoundryProvider;
import org.verapdf.pdfa.Foundries;
import org.verapdf.pdfa.PDFAParser;
import org.verapdf.pdfa.PDFAValidator;
import org.verapdf.pdfa.flavours.PDFAFlavour;
import org.verapdf.pdfa.results.TestAssertion;
import org.verapdf.pdfa.results.ValidationResult;

/** What an open validator has to say of a PDF: as PDF/A-3a (ISO 19005-3) and as PDF/UA-1 (ISO 14289-1); and what is to be seen of its pages. */
final class Valid {

    static {
        VeraGreenfieldFoundryProvider.initialise();
    }

    private Valid() {}

    static List<String> troubles(byte[] pdf) {
        return Stream.concat(
                        Stream.of(PDFAFlavour.PDFA_3_A, PDFAFlavour.PDFUA_1).flatMap(f -> of(pdf, f).stream()),
                        DrawnPages.troubles(pdf).stream())
                .toList();
    }

    private static List<String> of(byte[] pdf, PDFAFlavour flavour) {
        try (PDFAParser parser = Foundries.defaultInstance().createParser(new ByteArrayInputStream(pdf), flavour)) {
            PDFAValidator validator = Foundries.defaultInstance().createValidator(flavour, false);
            ValidationResult result = validator.validate(parser);
            return result.getTestAssertions().stream()
                    .filter(a -> a.getStatus() == TestAssertion.Status.FAILED)
                    .map(a -> flavour + " " + a.getRuleId().getClause() + "-"
                            + a.getRuleId().getTestNumber() + ": " + a.getMessage() + " at "
                            + a.getLocation().getContext())
                    .distinct()
                    .toList();
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }
}
