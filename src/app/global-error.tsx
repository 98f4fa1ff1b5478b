"use client";

import "./globals.css";
import type { ComponentProps } from "react";
import ErrorPage from "./error";

/** The same, where the frame around every page could not be made either. */
export default function WholeErrorPage(props: ComponentProps<typeof ErrorPage>) {
  return (
    <html lang="en">
      <body>
        <ErrorPage {...props} />
      </body>
    </html>
  );
}
