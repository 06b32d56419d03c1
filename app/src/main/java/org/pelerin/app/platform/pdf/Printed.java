package org.pelerin.app.platform.pdf;

import java.util.Map;
import org.pelerin.app.platform.language.StoredTexts;
import org.pelerin.core.language.CurrentLanguage;
import org.thymeleaf.context.Context;

/** What templates of documents have beyond their model. Unlike pages they reach no bean: {@code stored} is a variable there. */
public final class Printed {

    private Printed() {}

    public static Context of(Map<String, Object> model) {
        Context out = new Context(CurrentLanguage.get(), model);
        out.setVariable("stored", new StoredTexts());
        return out;
    }
}
