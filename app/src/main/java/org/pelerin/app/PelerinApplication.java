package org.pelerin.app;

import java.util.Arrays;
import org.pelerin.app.shell.setup.AdminPassword;
import org.pelerin.app.shell.setup.BackupCommand;
import org.pelerin.app.shell.setup.RecheckCommand;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.resilience.annotation.EnableResilientMethods;
import org.springframework.scheduling.annotation.EnableScheduling;

@SpringBootApplication
@ConfigurationPropertiesScan
@EnableScheduling
@EnableResilientMethods
public class PelerinApplication {

    /** @param args nothing, or the command {@code admin-password} with the account, {@code recheck}, or one about backups */
    public static void main(String[] args) {
        if (args.length > 0 && args[0].equals("admin-password")) {
            AdminPassword.main(Arrays.copyOfRange(args, 1, args.length));
            return;
        }
        if (args.length > 0 && args[0].equals("recheck")) {
            RecheckCommand.main(args);
            return;
        }
        if (args.length > 0 && BackupCommand.WORDS.contains(args[0])) {
            BackupCommand.main(args);
            return;
        }
        SpringApplication.run(PelerinApplication.class, args);
    }
}
