/** Files from elsewhere, looked through and taken in as missions. */
package org.pelerin.app.collect.files;
