package org.pelerin.app.platform.rights;

/** What was asked for lies at a site that whoever asks has no rights at. */
public class NotYourSiteException extends RuntimeException {

    private final boolean whole;

    /** @param whole whether it is of the installation as a whole */
    public NotYourSiteException(boolean whole) {
        super(whole ? "needs the rights at all sites" : "lies at another site");
        this.whole = whole;
    }

    public boolean whole() {
        return whole;
    }
}
