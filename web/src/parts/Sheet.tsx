/** A dialog with a title and a way out; the body scrolls where it must. */
import { CloseButton, Dialog, Portal } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface Props {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
  footer?: ReactNode;
  size?: "sm" | "md" | "lg" | "xl";
  /** It stands at the left edge, over its whole height. */
  drawer?: boolean;
  /** What takes the keys first; else the body. */
  focus?: () => HTMLElement | null;
}

const DRAWER = { position: "fixed", left: 0, top: 0, bottom: 0, m: 0, h: "100%", maxH: "100%", w: "min(320px, 86vw)", borderRadius: 0 } as const;

export function Sheet({ title, open, onClose, children, footer, size = "md", drawer, focus }: Props) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(change) => !change.open && onClose()}
      size={size}
      scrollBehavior="inside"
      lazyMount
      unmountOnExit
      {...(focus && { initialFocusEl: focus })}
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="bg.panel" color="fg" colorPalette="accent" {...(drawer && DRAWER)}>
            <Dialog.Header>
              <Dialog.Title>{title}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body tabIndex={0} outline="none" _focusVisible={{ outline: "2px solid", outlineColor: "accent.fg" }}>
              {children}
            </Dialog.Body>
            {footer && <Dialog.Footer>{footer}</Dialog.Footer>}
            <Dialog.CloseTrigger asChild>
              <CloseButton size="sm" aria-label="Close" />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
