package org.pelerin.app.platform.language;

import java.util.Set;
import org.thymeleaf.context.ITemplateContext;
import org.thymeleaf.engine.AttributeName;
import org.thymeleaf.model.IProcessableElementTag;
import org.thymeleaf.processor.element.AbstractAttributeTagProcessor;
import org.thymeleaf.processor.element.IElementTagStructureHandler;
import org.thymeleaf.templatemode.TemplateMode;

/**
 * {@code pl:when="day"}, {@code moment}, {@code second}, {@code month} or {@code clock} makes an input a field for a day, for a day with a time
 * of day in minutes or in seconds, for a month, or for a time of day. It is typed, always in one shape whatever the browser's country; where
 * scripts run, a calendar can be opened beside it.
 */
final class WhenProcessor extends AbstractAttributeTagProcessor {

    /** After the value is written. */
    private static final int PRECEDENCE = 1700;

    private static final Set<String> WITH_CALENDAR = Set.of("day", "moment", "second");

    private static final String LONGEST = "40";

    WhenProcessor(String prefix) {
        super(TemplateMode.HTML, prefix, "input", false, "when", true, PRECEDENCE, true);
    }

    @Override
    protected void doProcess(
            ITemplateContext context,
            IProcessableElementTag tag,
            AttributeName name,
            String kind,
            IElementTagStructureHandler structure) {
        structure.setAttribute("type", "text");
        structure.setAttribute("data-when", kind);
        structure.setAttribute("placeholder", Texts.of("platform.when." + kind));
        if (WITH_CALENDAR.contains(kind)) {
            structure.setAttribute("aria-keyshortcuts", "Alt+ArrowDown");
            structure.setAttribute("title", Texts.of("platform.when.opens"));
        }
        structure.setAttribute("autocomplete", "off");
        structure.setAttribute("spellcheck", "false");
        structure.setAttribute("maxlength", LONGEST);
        String value = tag.getAttributeValue("value");
        if (value != null) {
            structure.setAttribute("value", value.replaceFirst("^(\\d{4}-\\d{2}-\\d{2})T", "$1 "));
        }
    }
}
