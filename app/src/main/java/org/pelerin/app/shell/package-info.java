/** What makes one application of it: the frame of every page, the first account, the demo data, the page of the yard. */
@ApplicationModule(displayName = "Shell", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.shell;

import org.springframework.modulith.ApplicationModule;
