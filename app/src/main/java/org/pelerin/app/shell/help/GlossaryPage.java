package org.pelerin.app.shell.help;

import java.text.Collator;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.platform.language.Glossary;
import org.pelerin.app.platform.language.Texts;

/** The terms in the order of one language’s alphabet. */
public final class GlossaryPage {

    private GlossaryPage() {}

    public record Entry(String term, String said, String means) {}

    public static List<Entry> entries(Locale language) {
        Comparator<Entry> order = Comparator.comparing(Entry::said, Collator.getInstance(language));
        return Glossary.terms().stream()
                .map(t -> new Entry(
                        t,
                        Texts.all().say(Glossary.key(t), language),
                        Texts.all().say(Glossary.meaning(t), language)))
                .sorted(order)
                .toList();
    }

    /** The glossary as a chapter of the guide, for those who read it without the application. */
    public static String chapter(Locale language) {
        StringBuilder out = new StringBuilder("# ")
                .append(Texts.all().say("help.glossary", language))
                .append("\n\n| | |\n| --- | --- |\n");
        entries(language)
                .forEach(e -> out.append("| ")
                        .append(e.said())
                        .append(" | ")
                        .append(e.means())
                        .append(" |\n"));
        return out.toString();
    }
}
