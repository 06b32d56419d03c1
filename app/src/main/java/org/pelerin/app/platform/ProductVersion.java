package org.pelerin.app.platform;

/** Which version this is: that of {@code pom.xml} and of the command. */
public final class ProductVersion {

    public static final String NUMBER = "0.1.0";

    private ProductVersion() {}
}
