package org.pelerin.app.platform.language;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.thymeleaf.context.ITemplateContext;
import org.thymeleaf.engine.AttributeName;
import org.thymeleaf.model.AttributeValueQuotes;
import org.thymeleaf.model.ICloseElementTag;
import org.thymeleaf.model.IModel;
import org.thymeleaf.model.IOpenElementTag;
import org.thymeleaf.model.IStandaloneElementTag;
import org.thymeleaf.model.ITemplateEvent;
import org.thymeleaf.processor.element.AbstractAttributeModelProcessor;
import org.thymeleaf.processor.element.IElementModelStructureHandler;
import org.thymeleaf.standard.expression.StandardExpressions;
import org.thymeleaf.templatemode.TemplateMode;
import org.unbescape.html.HtmlEscape;

/**
 * {@code pl:say="#{key}"}: a whole sentence with marked-up parts in it. The text names the elements inside, counted in the order in which they
 * open, parts of parts too: {@code Mission <1/> of <2>the cellar</2>}. {@code <1/>} is the element as it stands in the template, {@code <2>…</2>}
 * the element with this text in it. A language may put them in any order; what it leaves out is left out.
 */
final class SayProcessor extends AbstractAttributeModelProcessor {

    /** After each, if, with and fragments, before texts and tags are written. */
    private static final int PRECEDENCE = 1290;

    private static final Pattern PART = Pattern.compile("<(/?)(\\d+)(/?)>");

    SayProcessor(String prefix) {
        super(TemplateMode.HTML, prefix, null, false, "say", true, PRECEDENCE, true);
    }

    /** Events of one element inside, {@code from} its opening to {@code to} its end, both included. */
    private record Slot(int from, int to) {}

    @Override
    protected void doProcess(
            ITemplateContext context,
            IModel model,
            AttributeName name,
            String value,
            IElementModelStructureHandler structure) {
        String text = String.valueOf(StandardExpressions.getExpressionParser(context.getConfiguration())
                .parseExpression(context, value)
                .execute(context));
        List<ITemplateEvent> events = new ArrayList<>();
        for (int i = 0; i < model.size(); i++) {
            events.add(model.get(i));
        }
        List<Slot> slots = slots(events);
        List<ITemplateEvent> said = new ArrayList<>();
        Matcher part = PART.matcher(text);
        int from = 0;
        while (part.find()) {
            add(context, text.substring(from, part.start()), said);
            from = part.end();
            int number = Integer.parseInt(part.group(2));
            if (number < 1 || number > slots.size()) {
                throw new IllegalArgumentException("“" + text + "” names part " + number + " of " + slots.size());
            }
            Slot slot = slots.get(number - 1);
            if (!part.group(3).isEmpty()) {
                said.addAll(events.subList(slot.from(), slot.to() + 1));
            } else {
                boolean opens = part.group(1).isEmpty();
                ITemplateEvent edge = events.get(opens ? slot.from() : slot.to());
                said.add(edge instanceof IStandaloneElementTag alone ? edge(context, alone, opens) : edge);
            }
        }
        add(context, text.substring(from), said);
        while (model.size() > 2) {
            model.remove(1);
        }
        for (int i = said.size() - 1; i >= 0; i--) {
            model.insert(1, said.get(i));
        }
    }

    /** An element that stands empty in the template, when it has a text: its beginning or its end. */
    private static ITemplateEvent edge(ITemplateContext context, IStandaloneElementTag alone, boolean opens) {
        return opens
                ? context.getModelFactory()
                        .createOpenElementTag(
                                alone.getElementCompleteName(),
                                alone.getAttributeMap(),
                                AttributeValueQuotes.DOUBLE,
                                false)
                : context.getModelFactory().createCloseElementTag(alone.getElementCompleteName());
    }

    private static void add(ITemplateContext context, String text, List<ITemplateEvent> to) {
        if (!text.isEmpty()) {
            to.add(context.getModelFactory().createText(HtmlEscape.escapeHtml4Xml(text)));
        }
    }

    /** The first and last event of a model are its own element's. */
    private static List<Slot> slots(List<ITemplateEvent> events) {
        List<int[]> found = new ArrayList<>();
        List<Integer> open = new ArrayList<>();
        for (int i = 1; i < events.size() - 1; i++) {
            ITemplateEvent event = events.get(i);
            if (event instanceof IOpenElementTag) {
                open.add(found.size());
                found.add(new int[] {i, i});
            } else if (event instanceof ICloseElementTag && !open.isEmpty()) {
                found.get(open.remove(open.size() - 1))[1] = i;
            } else if (event instanceof IStandaloneElementTag) {
                found.add(new int[] {i, i});
            }
        }
        return found.stream().map(f -> new Slot(f[0], f[1])).toList();
    }
}
