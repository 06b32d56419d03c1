/** The fleet over time, as home page. */
package org.pelerin.app.fleet.home;
