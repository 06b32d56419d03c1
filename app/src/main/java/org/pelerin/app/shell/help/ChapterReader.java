package org.pelerin.app.shell.help;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.commonmark.Extension;
import org.commonmark.ext.gfm.tables.TableBlock;
import org.commonmark.ext.gfm.tables.TablesExtension;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.Heading;
import org.commonmark.node.Image;
import org.commonmark.node.Link;
import org.commonmark.node.Node;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.html.HtmlRenderer;
import org.commonmark.renderer.text.TextContentRenderer;

/**
 * Makes a page of a chapter that is written in CommonMark with tables. Links to other chapters and pictures lead to where the application has
 * them; a link to another document of the project becomes its text.
 */
final class ChapterReader {

    private static final List<Extension> TABLES = List.of(TablesExtension.create());
    private static final Parser PARSER = Parser.builder().extensions(TABLES).build();

    private final Set<String> chapters;

    ChapterReader(Set<String> chapters) {
        this.chapters = chapters;
    }

    /**
     * @param english the same chapter in English, whose headings name the sections in every language
     * @throws IllegalArgumentException if the two have not as many sections
     */
    Chapter read(String name, String text, String english) {
        Node document = PARSER.parse(text);
        List<Heading> headings = headings(document);
        List<String> ids =
                headings(PARSER.parse(english)).stream().map(h -> id(said(h))).toList();
        if (headings.size() != ids.size()) {
            throw new IllegalArgumentException(
                    name + " has " + headings.size() + " headings, in English " + ids.size());
        }
        Map<Node, String> named = new HashMap<>();
        List<Chapter.Section> sections = new ArrayList<>();
        for (int i = 0; i < ids.size(); i++) {
            named.put(headings.get(i), ids.get(i));
            if (headings.get(i).getLevel() == 2) {
                sections.add(new Chapter.Section(ids.get(i), said(headings.get(i))));
            }
        }
        document.accept(new Addresses());
        String html = HtmlRenderer.builder()
                .extensions(TABLES)
                .escapeHtml(true)
                .attributeProviderFactory(context -> (node, tag, attributes) -> {
                    if (named.containsKey(node)) {
                        attributes.put("id", named.get(node));
                    } else if (node instanceof TableBlock) {
                        attributes.put("class", "quiet");
                    } else if (node instanceof Image) {
                        attributes.put("loading", "lazy");
                    }
                })
                .build()
                .render(document);
        return new Chapter(name, said(headings.get(0)), html, List.copyOf(sections));
    }

    private static List<Heading> headings(Node document) {
        List<Heading> out = new ArrayList<>();
        for (Node n = document.getFirstChild(); n != null; n = n.getNext()) {
            if (n instanceof Heading h) {
                out.add(h);
            }
        }
        return out;
    }

    private static String said(Node node) {
        return TextContentRenderer.builder().build().render(node).strip();
    }

    private static String id(String heading) {
        return heading.toLowerCase(Locale.ENGLISH).replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
    }

    private static String file(String destination) {
        return destination.substring(destination.lastIndexOf('/') + 1);
    }

    private final class Addresses extends AbstractVisitor {

        @Override
        public void visit(Image image) {
            image.setDestination("/help/pictures/" + file(image.getDestination()));
        }

        @Override
        public void visit(Link link) {
            visitChildren(link);
            String to = link.getDestination();
            if (to.startsWith("https://")) {
                return;
            }
            String chapter = file(to).replaceFirst("\\.md$", "");
            if (chapters.contains(chapter) && !to.contains("/")) {
                link.setDestination("/help/" + chapter);
                return;
            }
            while (link.getFirstChild() != null) {
                link.insertBefore(link.getFirstChild());
            }
            link.unlink();
        }
    }
}
