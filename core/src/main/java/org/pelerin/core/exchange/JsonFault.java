package org.pelerin.core.exchange;

import tools.jackson.core.JacksonException;

/** Why a text is no JSON (RFC 8259), in words for whoever wrote it: what a parser says of its expectations helps nobody at a file. */
public final class JsonFault {

    private JsonFault() {}

    /** Without its place and without a full stop. */
    public static String words(JacksonException e) {
        String said = String.valueOf(e.getOriginalMessage());
        if (said.startsWith("Duplicate")) {
            return "the field " + said.lines().findFirst().orElse("").replaceAll("^[^']*[\"']([^\"']*)[\"'].*$", "“$1”")
                    + " is there twice";
        }
        return said.contains("end-of-input") || said.contains("end of input")
                ? "the file ends too early: a bracket or a quotation mark is not closed"
                : "just before there, a comma, a colon, a bracket or a quotation mark is missing or too many";
    }
}
