/** How sensors are connected: terminals, shunts, supply. */
package org.pelerin.app.deployment.prepare.wiring;
