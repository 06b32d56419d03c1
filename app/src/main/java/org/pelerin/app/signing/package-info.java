/** Signatures under missions: reviewed, approved, opened again. */
@ApplicationModule(displayName = "Signing", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.signing;

import org.springframework.modulith.ApplicationModule;
