/** What the browser tests use of the program, bundled once into one script: loading it module by module takes half a minute. */
export * from "@/core";
export * from "@/fixtures/demo/demo-ids";
export * from "@/fixtures/samples/build";
export * from "@/fixtures/samples/cases";
export * from "@/fixtures/samples/course";
export * from "@/fixtures/samples/steps";
export * from "@/wire/route";
export { ROUTES } from "@/wire/routes";
