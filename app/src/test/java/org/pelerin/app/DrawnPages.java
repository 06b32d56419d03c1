package org.pelerin.app;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;

/** The pages of a document as they are seen: whether anything reaches into the margins, a heading stands alone, or a page is nearly empty. */
final class DrawnPages {

    private static final float DPI = 36;
    private static final double MM = DPI / 25.4;
    private static final double SIDE = 16 * MM;
    private static final double TOP = 17 * MM;
    private static final double BOTTOM = 18 * MM;
    /** As {@code report.css} has its headings, in points. */
    private static final double HEADING = 11.5;

    /** What must follow a heading where its section goes on over the page, in points. */
    private static final double FOLLOWS = 28;

    private static final int WHITE = 245;

    private DrawnPages() {}

    private record Line(int page, double y, double size, String text) {

        boolean heading() {
            return Math.abs(size - HEADING) < 0.2;
        }
    }

    /** @return each in a sentence; none where the pages are in order */
    static List<String> troubles(byte[] pdf) {
        List<String> out = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            List<Line> lines = lines(document);
            PDFRenderer renderer = new PDFRenderer(document);
            int pages = document.getNumberOfPages();
            for (int p = 0; p < pages; p++) {
                BufferedImage seen = renderer.renderImageWithDPI(p, DPI, ImageType.GRAY);
                double lowest = lowest(seen);
                if (beside(seen)) {
                    out.add("page " + (p + 1) + " of " + pages + " reaches into its margins");
                }
                double body = seen.getHeight() - TOP - BOTTOM;
                if (p < pages - 1 && (lowest - TOP) / body < 1 / 3.0) {
                    out.add("page " + (p + 1) + " of " + pages + " is less than a third full");
                }
                if (p < pages - 1) {
                    alone(lines, p, lowest * 72 / DPI, seen.getHeight() * 72 / DPI, out);
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out;
    }

    /** A heading at the foot of a page whose section goes on over the page, with less than two lines below it. */
    private static void alone(List<Line> lines, int page, double lowest, double height, List<String> out) {
        double foot = height - 18 * 72 / 25.4;
        List<Line> own =
                lines.stream().filter(l -> l.page == page && l.y < foot).toList();
        Line last = own.stream()
                .filter(Line::heading)
                .reduce((a, b) -> b.y > a.y ? b : a)
                .orElse(null);
        if (last == null || lowest - last.y >= FOLLOWS) {
            return;
        }
        boolean goesOn = lines.stream()
                .filter(l -> l.page == page + 1)
                .reduce((a, b) -> b.y < a.y ? b : a)
                .filter(l -> !l.heading())
                .isPresent();
        if (goesOn) {
            out.add("“" + last.text + "” stands alone at the foot of page " + (page + 1));
        }
    }

    private static List<Line> lines(PDDocument document) throws IOException {
        List<Line> out = new ArrayList<>();
        PDFTextStripper stripper = new PDFTextStripper() {
            @Override
            protected void writeString(String text, List<TextPosition> positions) {
                TextPosition first = positions.get(0);
                out.add(new Line(getCurrentPageNo() - 1, first.getYDirAdj(), first.getFontSize(), text));
            }
        };
        stripper.getText(document);
        return out;
    }

    /** The lowest row with ink above the margin that the page's number stands in. */
    private static double lowest(BufferedImage page) {
        for (int y = (int) (page.getHeight() - BOTTOM) - 1; y > 0; y--) {
            for (int x = 0; x < page.getWidth(); x++) {
                if (ink(page, x, y)) {
                    return y;
                }
            }
        }
        return 0;
    }

    private static boolean beside(BufferedImage page) {
        int edge = (int) SIDE - 2;
        for (int y = 0; y < page.getHeight(); y++) {
            for (int x = 0; x < edge; x++) {
                if (ink(page, x, y) || ink(page, page.getWidth() - 1 - x, y)) {
                    return true;
                }
            }
        }
        return false;
    }

    private static boolean ink(BufferedImage page, int x, int y) {
        return page.getRaster().getSample(x, y, 0) < WHITE;
    }
}
