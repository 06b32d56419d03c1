/** Documents as PDF/A, and codes in them. */
package org.pelerin.app.platform.pdf;
