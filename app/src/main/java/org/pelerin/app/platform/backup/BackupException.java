package org.pelerin.app.platform.backup;

import java.io.IOException;

/** Why a backup cannot be made, read or restored, in a sentence for who asked for it. */
public final class BackupException extends IOException {

    private static final long serialVersionUID = 1;

    /** What kind of trouble it is. */
    public enum Trouble {
        /** The file cannot be written: its directory, its disk. */
        NOT_WRITTEN,
        /** The database cannot be read. */
        DATABASE,
        /** The file is not what was written: cut, damaged, of another program. */
        FILE,
        /** The passphrase is wrong, missing or too short. */
        PASSPHRASE,
        /** It cannot go where it was meant to. */
        TARGET
    }

    private final Trouble trouble;

    public BackupException(Trouble trouble, String message) {
        super(message);
        this.trouble = trouble;
    }

    public BackupException(Trouble trouble, String message, Throwable cause) {
        super(message, cause);
        this.trouble = trouble;
    }

    public Trouble trouble() {
        return trouble;
    }
}
