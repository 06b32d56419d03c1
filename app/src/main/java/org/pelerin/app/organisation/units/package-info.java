/** The units in which each person wants values shown. */
package org.pelerin.app.organisation.units;
