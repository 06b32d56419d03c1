package org.pelerin.app.organisation.account;

import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Reason;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Accounts as administrators see them; under {@code /admin}, which nobody else reaches. */
@Controller
class AccountsController {

    private static final int SHOWN = 12;
    private static final List<String> SIGN_INS =
            List.of("sign in", "refuse sign-in", "change own password", "reset password");

    private final AccountAdministration accounts;
    private final AccountSites sites;
    private final PlaceService places;
    private final AuditTrail audit;

    AccountsController(AccountAdministration accounts, AccountSites sites, PlaceService places, AuditTrail audit) {
        this.accounts = accounts;
        this.sites = sites;
        this.places = places;
        this.audit = audit;
    }

    @GetMapping("/admin/accounts")
    String all(Model page) {
        Map<String, AccountMapper.LastIn> last =
                accounts.lastIn().stream().collect(Collectors.toMap(AccountMapper.LastIn::name, Function.identity()));
        List<Account> all = accounts.all();
        page.addAttribute("room", "accounts");
        page.addAttribute("accounts", all);
        page.addAttribute("active", all.stream().filter(a -> !a.disabled()).count());
        page.addAttribute("last", last);
        page.addAttribute("siteCounts", sites.counts());
        page.addAttribute("roles", Role.values());
        page.addAttribute("namePattern", AccountAdministration.NAME);
        return "people/account/accounts";
    }

    @PostMapping("/admin/accounts")
    String add(
            @RequestParam String name,
            @RequestParam String displayName,
            @RequestParam Role role,
            Principal me,
            RedirectAttributes flash) {
        try {
            given(flash, accounts.add(name.strip(), displayName, role, me.getName()));
            return "redirect:/admin/accounts/" + name.strip();
        } catch (AccountAdministration.NotChangedException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
            flash.addFlashAttribute("typedName", name);
            flash.addFlashAttribute("typedDisplayName", displayName);
            flash.addFlashAttribute("typedRole", role);
            return "redirect:/admin/accounts";
        }
    }

    private static void given(RedirectAttributes flash, String password) {
        flash.addFlashAttribute("given", password);
    }

    @GetMapping("/admin/accounts/{name}")
    String one(@PathVariable String name, Principal me, Model page) {
        Account account = accounts.find(name)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("organisation.account.accountsController.thereIsNoAccount", "name", name)));
        page.addAttribute("room", "accounts");
        page.addAttribute("account", account);
        page.addAttribute("seen", AccountAdministration.mark(account));
        page.addAttribute("own", account.name().equals(me.getName()));
        page.addAttribute("roles", Role.values());
        page.addAttribute("sessions", accounts.sessions(account.name()));
        page.addAttribute("administers", account.role().allows(Permission.ADMINISTER));
        page.addAttribute("allSites", accounts.isSetToAllSites(account));
        page.addAttribute("givenSites", sites.given(account.name()));
        page.addAttribute("sites", places.sites());
        page.addAttribute("sitesSeen", accounts.sitesMark(account));
        page.addAttribute("linked", accounts.linked(account));
        page.addAttribute("linkUntil", accounts.linkUntil(account));
        page.addAttribute("secondFactor", accounts.secondFactor(account.name()));
        page.addAttribute("entries", audit.latest(account.name(), SIGN_INS, SHOWN));
        return "people/account/account";
    }

    @PostMapping("/admin/accounts/{name}")
    String change(
            @PathVariable String name,
            @RequestParam String displayName,
            @RequestParam Role role,
            @RequestParam(required = false) String seen,
            Principal me,
            RedirectAttributes flash) {
        return done(name, flash, Texts.of("organisation.account.accountsController.saved"), () -> {
            try {
                accounts.change(name, displayName, role, seen, me.getName());
            } catch (ChangedMeanwhileException e) {
                Account now = accounts.find(name).orElseThrow();
                flash.addFlashAttribute(
                        "meanwhile",
                        SavedMeanwhile.of(
                                audit.latest(name, List.of("change account"), 1),
                                shown(now.displayName(), now.role()),
                                shown(displayName, role)));
                throw new AccountAdministration.NotChangedException(e.getMessage());
            }
        });
    }

    private static Map<String, String> shown(String displayName, Role role) {
        return SavedMeanwhile.fields(
                Texts.of("organisation.account.accountsController.displayName"),
                displayName,
                Texts.of("organisation.account.accountsController.role"),
                role.words());
    }

    /** @param all whether at all sites, also those to come */
    @PostMapping("/admin/accounts/{name}/sites")
    String sites(
            @PathVariable String name,
            @RequestParam boolean all,
            @RequestParam(defaultValue = "") List<Long> at,
            @RequestParam(required = false) String seen,
            Principal me,
            RedirectAttributes flash) {
        return done(name, flash, Texts.of("people.account.sites.saved"), () -> {
            try {
                accounts.giveSites(name, all, at, seen, me.getName());
            } catch (ChangedMeanwhileException e) {
                throw new AccountAdministration.NotChangedException(e.getMessage());
            }
        });
    }

    @PostMapping("/admin/accounts/{name}/reset")
    String reset(@PathVariable String name, Principal me, RedirectAttributes flash) {
        return done(name, flash, null, () -> given(flash, accounts.reset(name, me.getName())));
    }

    @PostMapping("/admin/accounts/{name}/provider")
    String allowLink(@PathVariable String name, Principal me, RedirectAttributes flash) {
        return done(
                name,
                flash,
                Texts.of("people.account.provider.allowed", "name", name),
                () -> accounts.allowLink(name, me.getName()));
    }

    @PostMapping("/admin/accounts/{name}/provider/unlink")
    String unlink(
            @PathVariable String name,
            @RequestParam(defaultValue = "") String reason,
            Principal me,
            RedirectAttributes flash) {
        return done(
                name,
                flash,
                null,
                () -> given(
                        flash,
                        accounts.unlink(
                                name,
                                Reason.of(reason, Texts.of("people.account.provider.enterAReason"))
                                        .text(),
                                me.getName())));
    }

    @PostMapping("/admin/accounts/{name}/signing-password/remove")
    String removeSigningPassword(@PathVariable String name, Principal me, RedirectAttributes flash) {
        return done(
                name,
                flash,
                Texts.of("people.account.provider.signingPasswordRemoved", "name", name),
                () -> accounts.removeSigningPassword(name, me.getName()));
    }

    @PostMapping("/admin/accounts/{name}/disable")
    String disable(
            @PathVariable String name,
            @RequestParam(defaultValue = "") String reason,
            Principal me,
            RedirectAttributes flash) {
        return done(
                name,
                flash,
                Texts.of("organisation.account.accountsController.canNoLongerSignIn", "name", name),
                () -> accounts.disable(
                        name,
                        Reason.of(reason, Texts.of("organisation.account.accountsController.enterAReasonForDisabling"))
                                .text(),
                        me.getName()));
    }

    @PostMapping("/admin/accounts/{name}/enable")
    String enable(@PathVariable String name, Principal me, RedirectAttributes flash) {
        return done(
                name,
                flash,
                Texts.of("organisation.account.accountsController.canSignInAgain", "name", name),
                () -> accounts.enable(name, me.getName()));
    }

    @PostMapping("/admin/accounts/{name}/second-factor/remove")
    String removeSecondFactor(
            @PathVariable String name,
            @RequestParam(defaultValue = "") String reason,
            Principal me,
            RedirectAttributes flash) {
        return done(
                name,
                flash,
                Texts.of("people.account.secondFactor.removed", "name", name),
                () -> accounts.removeSecondFactor(
                        name,
                        Reason.of(reason, Texts.of("people.account.secondFactor.enterAReason"))
                                .text(),
                        me.getName()));
    }

    @PostMapping("/admin/accounts/{name}/end-sessions")
    String end(@PathVariable String name, Principal me, RedirectAttributes flash) {
        return done(
                name,
                flash,
                Texts.of("organisation.account.accountsController.allSessionsOfAreEnded", "name", name),
                () -> accounts.endSessions(name, me.getName()));
    }

    private static String done(String name, RedirectAttributes flash, String said, Runnable deed) {
        try {
            deed.run();
            if (said != null) {
                flash.addFlashAttribute("said", said);
            }
        } catch (AccountAdministration.NotChangedException | Reason.NoReasonException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/admin/accounts/{name}";
    }
}
