/** How each logger stands, and what it needs. */
package org.pelerin.app.fleet.attention;
