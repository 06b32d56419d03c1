package org.pelerin.app.platform.settings;

import java.sql.SQLException;
import org.springframework.boot.diagnostics.FailureAnalysis;
import org.springframework.boot.diagnostics.FailureAnalyzer;

/** What kept the application from starting, and what to do, where it is ours to say. */
public final class StartTrouble implements FailureAnalyzer {

    /** Classes of SQLSTATE: no connection, and access that is denied. */
    private static final String UNREACHED = "08";

    private static final String REFUSED = "28";

    @Override
    public FailureAnalysis analyze(Throwable failure) {
        for (Throwable t = failure; t != null; t = t.getCause()) {
            if (t instanceof WrongSettingsException e) {
                return new FailureAnalysis(
                        String.join("\n", e.wrong()),
                        "Correct the settings and start again; docs/settings.md lists them all.",
                        t);
            }
            if (t instanceof NewerSchemaException e) {
                return new FailureAnalysis(
                        e.getMessage(),
                        "Start the version that wrote it, or a newer one; or restore a backup made with this version. Nothing was changed.",
                        t);
            }
            if (t instanceof HalfRestoredException e) {
                return new FailureAnalysis(
                        e.getMessage(), "Run the same restore command again: it begins anew. Nothing was changed.", t);
            }
        }
        return rootOf(failure);
    }

    private static FailureAnalysis rootOf(Throwable failure) {
        boolean tls = false;
        for (Throwable t = failure; t != null; t = t.getCause()) {
            if (t instanceof SQLException e
                    && (e.getSQLState() == null
                            || e.getSQLState().startsWith(UNREACHED)
                            || e.getSQLState().startsWith(REFUSED))) {
                return new FailureAnalysis(
                        "The database cannot be reached: " + e.getMessage(),
                        "See that it runs, and that PELERIN_DB_URL, PELERIN_DB_USER and PELERIN_DB_PASSWORD are right: try the same with the mariadb client.",
                        t);
            }
            tls |= String.valueOf(t.getMessage()).contains("'own'")
                    || String.valueOf(t.getMessage()).contains("SSL");
        }
        if (tls) {
            Throwable root = failure;
            while (root.getCause() != null) {
                root = root.getCause();
            }
            return new FailureAnalysis(
                    "The certificate and its key cannot be used: " + root.getMessage(),
                    "See that PELERIN_TLS_CERTIFICATE and PELERIN_TLS_KEY are PEM files that belong together, and that the key has no passphrase.",
                    failure);
        }
        return null;
    }
}
