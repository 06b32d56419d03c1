package org.pelerin.app.report.document;

/** A file that is embedded in a report; its bytes are read from it. */
public record ReportFile(int seq, String name, String type, String what, int size, String sha256) {}
