/** How sensors are connected: terminals, shunts, supply. */
package org.pelerin.app.prepare.wiring;
