package org.pelerin.app.platform.pdf;

/**
 * A file that is embedded in a document (ISO 19005-3, 6.8).
 *
 * @param type its media type
 * @param what it is, in words
 * @param data whether the document shows what is in it, rather than that it goes with the document
 */
public record AttachedFile(String name, String type, String what, boolean data, byte[] bytes) {}
