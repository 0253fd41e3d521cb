import { askServer } from "../../ui/ask-server.ts";

/** Sends what the shop sets; gives what is to be said of it. */
export async function keepAtShop(address: string, data: object, kept: string): Promise<string> {
  const asked = await askServer(address, "PUT", data);
  return "said" in asked ? asked.said : kept;
}
