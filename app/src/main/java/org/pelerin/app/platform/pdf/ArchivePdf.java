package org.pelerin.app.platform.pdf;

import com.openhtmltopdf.pdfboxout.PdfBoxRenderer;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder.PdfAConformance;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.time.Instant;
import java.util.GregorianCalendar;
import java.util.List;
import java.util.Map;
import java.util.TimeZone;
import java.util.TreeMap;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentNameDictionary;
import org.apache.pdfbox.pdmodel.PDEmbeddedFilesNameTreeNode;
import org.apache.pdfbox.pdmodel.common.filespecification.PDComplexFileSpecification;
import org.apache.pdfbox.pdmodel.common.filespecification.PDEmbeddedFile;
import org.springframework.stereotype.Component;
import org.thymeleaf.spring6.SpringTemplateEngine;

/**
 * Documents that are kept: PDF/A-3a (ISO 19005-3), tagged for screen readers (PDF/UA-1, ISO 14289-1), with the files embedded that they follow
 * from.
 */
@Component
public class ArchivePdf {

    private static final byte[] SRGB =
            ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();

    private final SpringTemplateEngine templates;

    ArchivePdf(SpringTemplateEngine templates) {
        this.templates = templates;
    }

    /** Nothing is embedded. */
    public void write(String template, Map<String, Object> model, OutputStream out) throws IOException {
        write(templates.process(template, Printed.of(model)), List.of(), Instant.EPOCH, out);
    }

    /**
     * @param html a whole XHTML document with a title and a language
     * @param madeAt what its files are dated
     * @return how many pages it has
     */
    public int write(String html, List<AttachedFile> files, Instant madeAt, OutputStream out) throws IOException {
        PdfRendererBuilder pdf = PdfPages.builder(html);
        pdf.usePdfAConformance(PdfAConformance.PDFA_3_A);
        pdf.usePdfUaAccessibility(true);
        pdf.useColorProfile(SRGB);
        try (PdfBoxRenderer renderer = pdf.buildPdfRenderer()) {
            renderer.createPDFWithoutClosing();
            try (PDDocument document = renderer.getPdfDocument()) {
                embed(document, files, madeAt);
                document.save(out);
                return document.getNumberOfPages();
            }
        }
    }

    private static void embed(PDDocument document, List<AttachedFile> files, Instant madeAt) throws IOException {
        if (files.isEmpty()) {
            return;
        }
        GregorianCalendar date = new GregorianCalendar(TimeZone.getTimeZone("UTC"));
        date.setTimeInMillis(madeAt.toEpochMilli());
        TreeMap<String, PDComplexFileSpecification> named = new TreeMap<>();
        COSArray associated = new COSArray();
        for (AttachedFile f : files) {
            PDEmbeddedFile stream =
                    new PDEmbeddedFile(document, new ByteArrayInputStream(f.bytes()), COSName.FLATE_DECODE);
            stream.setSubtype(f.type());
            stream.setSize(f.bytes().length);
            stream.setCreationDate(date);
            stream.setModDate(date);
            PDComplexFileSpecification spec = new PDComplexFileSpecification();
            spec.setFile(f.name());
            spec.setFileUnicode(f.name());
            spec.setFileDescription(f.what());
            spec.setEmbeddedFile(stream);
            spec.setEmbeddedFileUnicode(stream);
            spec.getCOSObject().setName("AFRelationship", f.data() ? "Data" : "Supplement");
            named.put(f.name(), spec);
            associated.add(spec.getCOSObject());
        }
        PDEmbeddedFilesNameTreeNode tree = new PDEmbeddedFilesNameTreeNode();
        tree.setNames(named);
        PDDocumentNameDictionary names = new PDDocumentNameDictionary(document.getDocumentCatalog());
        names.setEmbeddedFiles(tree);
        document.getDocumentCatalog().setNames(names);
        document.getDocumentCatalog().getCOSObject().setItem("AF", associated);
    }
}
