package org.pelerin.app.platform.web;

import java.nio.charset.StandardCharsets;
import org.pelerin.core.evidence.Sha256;

/**
 * Tells one state of what a form changes from the next. The form carries the mark of what it showed when it was opened; saving compares it
 * with what is stored, inside the transaction and after the row is locked.
 */
public final class FormMark {

    private FormMark() {}

    /** @param state all that the form changes, as a record of values or a text */
    public static String of(Object state) {
        return Sha256.of(state.toString().getBytes(StandardCharsets.UTF_8)).substring(0, 16);
    }

    /**
     * @param seen the mark that came with the form; null for a change that follows from no form
     * @throws ChangedMeanwhileException if what is stored is not what was seen
     */
    public static void require(String seen, Object stored) {
        if (seen != null && !seen.equals(of(stored))) {
            throw new ChangedMeanwhileException();
        }
    }
}
