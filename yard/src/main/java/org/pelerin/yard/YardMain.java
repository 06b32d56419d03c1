package org.pelerin.yard;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;

/** Starts a yard as a process of its own; settings come from system properties {@code yard.*}. */
public final class YardMain {

    private YardMain() {}

    public static void main(String[] args) throws IOException, InterruptedException {
        Yard yard = Yard.open(new Yard.YardOptions(
                Path.of(System.getProperty("yard.data", "var/yard")),
                Long.getLong("yard.seed", 20_417),
                Integer.getInteger("yard.dockPort", 7410),
                Integer.getInteger("yard.controlPort", 7411),
                Integer.getInteger("yard.mailPort", 7412),
                Integer.getInteger("yard.identityPort", 7413),
                Integer.getInteger("yard.stationPort", 7430),
                Long.getLong("yard.millisPerPage", 4),
                Duration.ofDays(-Long.getLong("yard.daysBack", 0))));
        Runtime.getRuntime().addShutdownHook(new Thread(() -> {
            try {
                yard.close();
            } catch (IOException | RuntimeException e) {
                System.err.println("The yard could not be stored: " + e.getMessage());
            }
        }));
        System.out.println("Yard ready: dock " + yard.dockPort() + ", control " + yard.controlPort());
        Thread.currentThread().join();
    }
}
