/** Texts in several languages: bundles of messages in ICU format, and the language that is spoken just now. */
package org.pelerin.core.language;
