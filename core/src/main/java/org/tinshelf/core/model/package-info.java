/** What a policy is: immutable records for objects, rules, bays and firewalls, and nothing else. */
package org.tinshelf.core.model;
