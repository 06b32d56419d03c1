/** What a logger does next: proposed, for one or many, with how it is wired. */
@ApplicationModule(displayName = "Prepare", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.prepare;

import org.springframework.modulith.ApplicationModule;
