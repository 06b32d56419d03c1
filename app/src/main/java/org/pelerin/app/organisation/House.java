package org.pelerin.app.organisation;

import org.pelerin.app.platform.language.Texts;

/**
 * What this installation is called, what stands over its reports, and its rules.
 *
 * @param name of the company; empty where none is said
 * @param address lines of it, as reports show them
 * @param paper that reports are printed on
 * @param fourEyes whether who approves a record must be neither its reviewer nor one of those who programmed, placed or collected it
 * @param factorFor who must give a code when signing in with a password
 * @param attention from when on loggers need somebody
 * @param version grows with every change, so that nobody overwrites what he has not seen
 */
public record House(
        String name,
        String address,
        Paper paper,
        boolean fourEyes,
        FactorFor factorFor,
        AttentionRules attention,
        int version) {

    /** Who must have a second factor; who has none sets it up at the next sign-in. */
    public enum FactorFor {
        NOBODY("organisation.house.nobody"),
        ADMINISTRATORS("organisation.house.administrators"),
        EVERYBODY("organisation.house.everybody");

        private final String words;

        FactorFor(String words) {
            this.words = words;
        }

        public String words() {
            return Texts.of(words);
        }
    }

    /** Sizes of paper (ISO 216 and ANSI). */
    public enum Paper {
        A4("organisation.house.a4210297Mm", "A4"),
        LETTER("organisation.house.letter81211In", "letter");

        private final String words;
        private final String css;

        Paper(String words, String css) {
            this.words = words;
            this.css = css;
        }

        public String words() {
            return Texts.of(words);
        }

        /** As CSS calls it. */
        public String css() {
            return css;
        }
    }
}
