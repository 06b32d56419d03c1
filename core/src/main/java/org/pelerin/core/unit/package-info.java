/** Units of measurement: what each is a unit of, and the one place that converts between them. */
package org.pelerin.core.unit;
