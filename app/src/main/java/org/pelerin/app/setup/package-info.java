/** The first account, the demo data, the command for who is locked out. */
@ApplicationModule(displayName = "Setup", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.setup;

import org.springframework.modulith.ApplicationModule;
