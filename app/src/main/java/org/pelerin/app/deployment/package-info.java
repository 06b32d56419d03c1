/** What a logger does next, and where: proposed, wired, checked and written; placed at its spot. */
@ApplicationModule(displayName = "Deployment", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.deployment;

import org.springframework.modulith.ApplicationModule;
