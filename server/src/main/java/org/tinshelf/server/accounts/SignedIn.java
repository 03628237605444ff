package org.tinshelf.server.accounts;

import java.io.Serializable;
import java.security.Principal;

/** Who a session belongs to. */
public record SignedIn(long id, String name, String displayName)
    implements Principal, Serializable {
  @Override
  public String getName() {
    return name;
  }
}
