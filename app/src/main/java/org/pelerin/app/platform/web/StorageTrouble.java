package org.pelerin.app.platform.web;

import java.io.IOException;
import java.sql.SQLException;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.pelerin.app.platform.language.Texts;
import org.springframework.core.NestedRuntimeException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.TransientDataAccessResourceException;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.transaction.CannotCreateTransactionException;

/** Why nothing can be stored now, as far as an error tells: nobody who asked did anything wrong, and asking again later is right. */
public enum StorageTrouble {
    DATABASE_GONE(
            503,
            "platform.web.storageTrouble.theDatabaseDoesNotAnswer",
            "platform.web.storageTrouble.nothingWasSavedTryAgain"),
    /** The connection broke off at the end of a transaction, which the database may have committed. */
    DATABASE_GONE_AT_COMMIT(
            503,
            "platform.web.storageTrouble.theDatabaseStoppedAnsweringWhile",
            "platform.web.storageTrouble.whetherItWasSavedIs"),
    DATABASE_FULL(
            507,
            "platform.web.storageTrouble.theDatabaseIsFull",
            "platform.web.storageTrouble.nothingWasSavedTheServer"),
    DISK(
            507,
            "platform.web.storageTrouble.theServerCannotWriteTo",
            "platform.web.storageTrouble.nothingWasSavedTheDisk");

    /** The server's numbers for a full table or tablespace and for a full disk. */
    private static final Set<Integer> NO_ROOM = Set.of(1114, 1021);

    /** As operating systems say it, and the container of a directory for uploads that is gone. */
    private static final Pattern NOT_WRITTEN = Pattern.compile(
            "No space left on device|Read-only file system|Disk quota exceeded|temporary upload location");

    private final int status;
    private final String title;
    private final String detail;

    StorageTrouble(int status, String title, String detail) {
        this.status = status;
        this.title = title;
        this.detail = detail;
    }

    /** HTTP status: 503 for what comes back by itself, 507 for what somebody has to make room for. */
    public int status() {
        return status;
    }

    public String title() {
        return Texts.of(title);
    }

    /** In whole sentences. */
    public String detail() {
        return Texts.of(detail);
    }

    /** The same told to who asked: who only looked had nothing to save. */
    public StorageTrouble inAnswerTo(String method) {
        return this == DATABASE_GONE_AT_COMMIT && Set.of("GET", "HEAD").contains(method) ? DATABASE_GONE : this;
    }

    /** What an error, or what caused it, tells; empty where it is of something else. */
    public static Optional<StorageTrouble> of(Throwable thrown) {
        boolean gone = false;
        boolean unsure = false;
        for (Throwable t = thrown; t != null; t = t.getCause()) {
            if (t instanceof SQLException s && NO_ROOM.contains(s.getErrorCode())) {
                return Optional.of(DATABASE_FULL);
            }
            if (t instanceof IOException
                    && t.getMessage() != null
                    && NOT_WRITTEN.matcher(t.getMessage()).find()) {
                return Optional.of(DISK);
            }
            gone |= databaseGone(t);
            unsure |= atCommit(t);
        }
        if (!gone) {
            return Optional.empty();
        }
        return Optional.of(unsure ? DATABASE_GONE_AT_COMMIT : DATABASE_GONE);
    }

    /** As {@link JdbcTransactionManager} calls a commit that failed; the rollback that it tries then fails in its place. */
    private static boolean atCommit(Throwable t) {
        return t instanceof NestedRuntimeException
                && t.getMessage() != null
                && (t.getMessage().startsWith("JDBC commit") || t.getMessage().startsWith("JDBC rollback"));
    }

    private static boolean databaseGone(Throwable t) {
        return t instanceof CannotCreateTransactionException
                || t instanceof DataAccessResourceFailureException
                || t instanceof TransientDataAccessResourceException
                // SQLSTATE class 08: connection exceptions; 25S03: the driver has another connection now, and the
                // transaction is lost
                || t instanceof SQLException s
                        && s.getSQLState() != null
                        && (s.getSQLState().startsWith("08") || s.getSQLState().equals("25S03"));
    }
}
