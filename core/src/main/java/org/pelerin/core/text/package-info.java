/** Text as it comes from outside. */
package org.pelerin.core.text;
