/** Who works with this installation, and what it is called: accounts, contacts, tokens, its rules and keys. */
@ApplicationModule(displayName = "Organisation", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.organisation;

import org.springframework.modulith.ApplicationModule;
