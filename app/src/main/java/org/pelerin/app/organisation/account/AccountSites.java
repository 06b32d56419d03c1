package org.pelerin.app.organisation.account;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.pelerin.app.platform.rights.OwnSites;
import org.springframework.stereotype.Component;

/**
 * The sites of accounts; asked of the database anew with each request, so that what is given or taken holds at once, for programs with a token,
 * too.
 */
@Component
public class AccountSites {

    private final AccountSiteMapper sites;

    AccountSites(AccountSiteMapper sites) {
        this.sites = sites;
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
