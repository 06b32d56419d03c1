/** What a logger does next: proposed, wired, checked and written, for one or many. */
@ApplicationModule(displayName = "Prepare", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.prepare;

import org.springframework.modulith.ApplicationModule;
