package org.pelerin.command;

import java.io.PrintStream;
import java.util.function.LongConsumer;

/** How much of a large file has been read, in place on a terminal. */
final class Progress implements LongConsumer {

    private static final long LARGE = 20_000_000;

    private final long all;
    private final PrintStream terminal;
    private long shown = -1;

    Progress(long all, PrintStream terminal) {
        this.all = all;
        this.terminal = terminal;
    }

    @Override
    public void accept(long read) {
        long percent = all < LARGE ? -1 : Math.min(100, 100 * read / all);
        if (percent != shown) {
            shown = percent;
            terminal.print("\rreading … " + percent + " %");
            terminal.flush();
        }
    }

    void over() {
        if (shown >= 0) {
            terminal.print("\r                    \r");
            terminal.flush();
        }
    }
}
