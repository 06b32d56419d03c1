package org.pelerin.app.shell.help;

import java.util.List;

/**
 * A chapter of the guide in one language.
 *
 * @param html its text with its heading; nothing in it is anybody's input
 */
public record Chapter(String name, String title, String html, List<Section> sections) {

    public String address() {
        return name.equals(Guide.FIRST) ? "/help" : "/help/" + name;
    }

    /** @param id the same in every language */
    public record Section(String id, String title) {}
}
