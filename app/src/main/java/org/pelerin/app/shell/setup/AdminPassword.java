package org.pelerin.app.shell.setup;

import org.pelerin.app.organisation.account.AccountAdministration;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Gives an administrator another password, for who is locked out: a command of the machine that this runs on, whose word is enough. Says the
 * password on its output and nowhere else. A small application of its own, that watches no dock and does no work.
 */
public final class AdminPassword {

    private AdminPassword() {}

    /** @param args the account; that of the first administrator where there is none */
    public static void main(String[] args) {
        try (ConfigurableApplicationContext context = new SpringApplicationBuilder(AdminPasswordRooms.class)
                .web(WebApplicationType.NONE)
                .logStartupInfo(false)
                .properties("logging.level.root=error", "spring.main.banner-mode=off")
                .run()) {
            String name = args.length == 0 ? "admin" : args[0];
            String password = context.getBean(AccountAdministration.class).recover(name);
            System.out.println("Name " + name + ", password " + password + " (to be changed at the first sign-in)");
        } catch (AccountAdministration.NotChangedException e) {
            System.err.println(e.getMessage());
            System.exit(1);
        }
    }
}
