package org.pelerin.app.organisation.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.pelerin.app.platform.rights.OwnSites;
import org.springframework.core.Ordered;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * The sites of accounts. Says of each request whose sites it is about; asked of the database anew with each, so that what is given or taken
 * holds at once, for programs with a token, too.
 */
@Component
public class AccountSites implements HandlerInterceptor, WebMvcConfigurer {

    private final AccountSiteMapper sites;

    AccountSites(AccountSiteMapper sites) {
        this.sites = sites;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).order(Ordered.HIGHEST_PRECEDENCE + 10);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        Principal who = request.getUserPrincipal();
        if (who != null) {
            String name = who.getName();
            OwnSites.inThisRequest(() -> of(name));
        }
        return true;
    }

    /** Administrators have all. Whoever is no account of ours has none. */
    public OwnSites of(String account) {
        Boolean all = sites.all(account);
        return Boolean.TRUE.equals(all) ? OwnSites.ALL : new OwnSites.Given(all == null ? Set.of() : given(account));
    }

    /** For those whose names need not be accounts: people of the address book are told of every site. */
    public OwnSites ofRecipient(String recipient) {
        return sites.all(recipient) == null ? OwnSites.ALL : of(recipient);
    }

    /** The sites that were given, also where they do not matter because all are one's own. */
    Set<Long> given(String account) {
        return new TreeSet<>(sites.given(account));
    }

    List<String> names(String account) {
        return sites.names(account);
    }

    /** How many sites were given to each who does not have all, by account. */
    Map<String, Integer> counts() {
        List<AccountSiteMapper.Count> counts = sites.counts();
        return counts.stream().collect(Collectors.toMap(AccountSiteMapper.Count::account, AccountSiteMapper.Count::n));
    }
}
