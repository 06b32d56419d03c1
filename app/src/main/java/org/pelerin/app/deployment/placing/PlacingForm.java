package org.pelerin.app.deployment.placing;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.web.Form;

/** A logger that is put somewhere, as it is typed. */
public class PlacingForm implements Form {

    public String serial = "";
    public Long spot;
    public String at = "";
    public boolean moved;
    /** {@code TAKEN}, {@code STAYS}, or empty where nobody was there. */
    public String other = "";

    public String remarks = "";
    public String acclimatise = "";
    public String water = "";
    public String cable = "";
    public List<String> checked = new ArrayList<>();
}
