/** Rights by site: which sites a request may see and change, in statements and at doors. */
package org.pelerin.app.platform.rights;
