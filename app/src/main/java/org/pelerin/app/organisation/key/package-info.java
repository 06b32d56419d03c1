/** What this installation signs with, and by which its bundles and documents are known. */
package org.pelerin.app.organisation.key;
