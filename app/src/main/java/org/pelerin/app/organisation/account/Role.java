package org.pelerin.app.organisation.account;

import java.util.EnumSet;
import java.util.Set;
import org.pelerin.app.platform.language.Texts;

/** What a person may do, as a set of permissions with a name. */
public enum Role {
    /** Programs, places and collects. */
    TECHNICIAN("organisation.account.role.technician", Permission.OPERATE),
    /** Judges, and says what there is to say of a record. */
    REVIEWER("organisation.account.role.reviewer", Permission.REVIEW),
    /** Everything, accounts included. */
    ADMIN("organisation.account.role.administrator", Permission.ADMINISTER),
    /** Looks only. */
    VIEWER("organisation.account.role.viewer", Permission.READ);

    private final String words;
    private final Set<Permission> permissions;

    /** @param most the greatest of its permissions; each includes those before it */
    Role(String words, Permission most) {
        this.words = words;
        this.permissions = EnumSet.range(Permission.READ, most);
    }

    public boolean allows(Permission permission) {
        return permissions.contains(permission);
    }

    /** Whether it allows nothing that another does not. */
    public boolean within(Role other) {
        return other.permissions.containsAll(permissions);
    }

    public String words() {
        return Texts.of(words);
    }

    /** Whether it changes nothing. */
    public boolean looksOnly() {
        return !allows(Permission.REVIEW);
    }
}
