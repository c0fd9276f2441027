import { describe, expect, it } from "vitest";
import { contentSecurityPolicy } from "./headers";
import { hostName, isReadablePath, isServedHost, namesIn } from "./hosts";

describe("the name Marlstone is asked under", () => {
  it("is read without its port, whatever its letters", () => {
    expect(hostName("Shelf.Local:4310")).toBe("shelf.local");
    expect(hostName("127.0.0.1:80")).toBe("127.0.0.1");
    expect(hostName("[::1]:4310")).toBe("[::1]");
    expect(hostName("shelf.local.")).toBe("shelf.local");
    for (const none of [null, "", "a b", "evil.example/x", "a:b", "user@shelf", "[::1", "shelf:123456"])
      expect(hostName(none)).toBeUndefined();
  });

  it("is this machine's, or one its owner named, and no other", () => {
    for (const host of ["localhost:4310", "127.0.0.1", "[::1]:4310", "LOCALHOST"])
      expect(isServedHost(host, undefined)).toBe(true);
    for (const host of ["evil.example", "localhost.evil.example", "127.0.0.1.evil.example", null, "shelf.local"])
      expect(isServedHost(host, undefined)).toBe(false);
    const owners = "shelf.local, 192.168.1.20:4310 Growhouse";
    expect([...namesIn(owners)]).toEqual(["shelf.local", "192.168.1.20", "growhouse"]);
    for (const host of ["shelf.local:4310", "192.168.1.20:9", "growhouse"])
      expect(isServedHost(host, owners)).toBe(true);
    expect(isServedHost("evil.example", owners)).toBe(false);
  });
});

it("an address whose percent signs say no character cannot be read", () => {
  expect(isReadablePath("/media/%C3%96le")).toBe(true);
  expect(isReadablePath("/media/%E0%A4%A")).toBe(false);
  expect(isReadablePath("/media/%zz")).toBe(false);
});

it("a page may run only scripts that carry its nonce, and eval only while it is being developed", () => {
  const policy = contentSecurityPolicy("n0nce", false);
  expect(policy).toContain("script-src 'self' 'nonce-n0nce' 'strict-dynamic';");
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).not.toContain("unsafe-eval");
  expect(contentSecurityPolicy("n0nce", true)).toContain("'unsafe-eval'");
});
