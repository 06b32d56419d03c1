/** Who signs in, and whom one knows. */
@ApplicationModule(displayName = "People", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.people;

import org.springframework.modulith.ApplicationModule;
