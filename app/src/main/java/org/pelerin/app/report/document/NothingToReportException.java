package org.pelerin.app.report.document;

/** There is nothing that a report could be about; the message says why, without a full stop. */
final class NothingToReportException extends RuntimeException {

    NothingToReportException(String message) {
        super(message);
    }
}
