/** What surrounds every page, and the pages of what went wrong. */
@ApplicationModule(displayName = "Frame", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.frame;

import org.springframework.modulith.ApplicationModule;
