package org.pelerin.app.platform.settings;

import org.springframework.boot.diagnostics.FailureAnalysis;
import org.springframework.boot.diagnostics.FailureAnalyzer;

/** What kept the application from starting, and what to do, where it is ours to say. */
public final class StartTrouble implements FailureAnalyzer {

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
        }
        return null;
    }
}
