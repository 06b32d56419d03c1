package org.pelerin.app.report.document;

/** Pictures in documents: drawn once, for the page on the screen and the one on paper, with words for those who cannot see them. */
final class DocumentSvg {

    private DocumentSvg() {}

    /** @param said what is to be seen */
    static String open(int width, int height, String said) {
        String words = escaped(said);
        return "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"" + width + "\" height=\"" + height
                + "\" viewBox=\"0 0 " + width + " " + height + "\" role=\"img\" alt=\"" + words + "\" aria-label=\""
                + words + "\">";
    }

    static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace("\"", "&quot;");
    }
}
