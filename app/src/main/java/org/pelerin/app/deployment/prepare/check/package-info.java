/** What every channel reads now, with the settings that will hold. */
package org.pelerin.app.deployment.prepare.check;
