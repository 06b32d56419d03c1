/** Finding by letters, or by a scanned serial. */
package org.pelerin.app.fleet.search;
