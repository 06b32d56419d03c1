package org.pelerin.app.report.document;

import java.util.List;
import org.pelerin.app.platform.pdf.AttachedFile;

/**
 * A report's content, before it is laid on pages.
 *
 * @param sentence its verdict, without marks
 * @param body XHTML
 * @param files that it follows from, to be embedded
 */
record Composed(String title, String sentence, String body, List<AttachedFile> files) {

    /** Is told how far it is. */
    interface Progress {
        void at(int done, int total);
    }
}
