/** The grade: right or not and what it took, then what each step said, the shorter way, and why. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Grade, Posed } from "../../api/practice";
import { Mono } from "../../words/Mono";
import { Said } from "../../words/Said";
import { Headline } from "./Frame";

interface Props {
  grade: Grade;
  posed: Posed;
  onNext: () => void;
  onSame: () => void;
  onAgain: () => void;
}

export function GradePage({ grade, posed, onNext, onSame, onAgain }: Props) {
  return (
    <Box data-graded={grade.right ? "right" : "wrong"}>
      <Box borderLeftWidth="6px" borderColor={grade.right && grade.clean ? "fine.fg" : grade.right ? "warn.fg" : "stop.fg"} ps="3">
        <Headline sub={`${posed.title}, level ${posed.drill.level}, seed ${posed.drill.seed}`}>
          {grade.right ? "✓" : "✕"} {grade.headline}
        </Headline>
        <Text fontSize="17px" mt="1" data-revealed="">
          <b>
            <Said text={grade.said} />
          </b>
        </Text>
        {!grade.right && (
          <Text mt="1">
            You said: <Said text={grade.given} />.{" "}
            {grade.best_right && (
              <>
                Right is: <Said text={grade.wanted} />.
              </>
            )}
          </Text>
        )}
        {grade.note && (
          <Text mt="1" fontStyle="italic">
            {grade.note}
          </Text>
        )}
      </Box>
      <Flex gap="2" mt="3" wrap="wrap" className="no-print">
        <Button size="lg" minH="46px" colorPalette="accent" onClick={onNext}>
          Next drill <Mono ms="1">n</Mono>
        </Button>
        <Button size="lg" minH="46px" variant="outline" colorPalette="accent" onClick={onSame}>
          Another like this <Mono ms="1">s</Mono>
        </Button>
        <Button size="lg" minH="46px" variant="outline" onClick={onAgain}>
          This one again
        </Button>
      </Flex>
      <Flex mt="5" gap="8" direction={{ base: "column", lg: "row" }} align="start" className="print-column">
        <Box flex="1" minW="0" w="100%">
          {grade.spent.unsafe.map((one) => (
            <Box key={one.do} borderLeftWidth="4px" borderColor="stop.fg" ps="3" mb="3" data-unsafe="">
              <Text fontWeight="700" color="stop.fg">
                ▲ Unsafe: {one.do}
              </Text>
              <Text>
                {one.why} <Source text={one.source} />
              </Text>
            </Box>
          ))}
          {grade.spent.wasted.length > 0 && (
            <Text mb="3" fontWeight="600">
              ▼ Wasted: {grade.spent.wasted.join(", ")}
            </Text>
          )}
          {grade.steps.length > 0 && (
            <Part title={`Your way, ${took(grade.spent)}`}>
              {grade.steps.map((one, n) => (
                <Box key={n} py="1.5" borderTopWidth="1px" data-step="">
                  <Text>
                    {one.do}:{" "}
                    <b>
                      <Said text={one.said} />
                    </b>
                  </Text>
                  <Text fontSize="14px" color="fg.muted">
                    {one.unsafe ? (
                      "Nobody does this."
                    ) : one.as_best ? (
                      "As the tool would have done."
                    ) : (
                      <>
                        The tool here: <Said text={one.instead} />
                      </>
                    )}
                  </Text>
                </Box>
              ))}
            </Part>
          )}
          {posed.acts.length > 0 && (
            <Part title={`The tool's own way, ${took(grade.best)}`}>
              {grade.best_steps.length === 0 && <Text>It answers at once, by what is known.</Text>}
              {grade.best_steps.map((one, n) => (
                <Flex key={n} gap="3" py="1" borderTopWidth="1px" data-best="">
                  <Text flex="1" minW="0">
                    {one.do}:{" "}
                    <b>
                      <Said text={one.said} />
                    </b>
                  </Text>
                  <Mono flex="none">{one.minutes} min</Mono>
                </Flex>
              ))}
              {!grade.best_right && <Text fontWeight="600">It was wrong here: what could be seen did not tell enough.</Text>}
            </Part>
          )}
        </Box>
        <Box w={{ base: "100%", lg: posed.acts.length > 0 ? "440px" : "100%" }} flex={posed.acts.length > 0 ? "none" : "1"}>
          <Part title="Why">
            {grade.why.map((one, n) => (
              <Box key={n} py="1.5" borderTopWidth="1px" data-why={one.rule ?? ""}>
                <Text>
                  <Said text={one.text} />
                </Text>
                {(one.rule || one.source) && (
                  <Text fontSize="13px" color="fg.muted">
                    {one.rule && <>Rule {one.rule}. </>}
                    <Source text={one.source} />
                  </Text>
                )}
              </Box>
            ))}
          </Part>
        </Box>
      </Flex>
    </Box>
  );
}

const took = ({ minutes, matings }: Grade["spent"]) => `${minutes} min and ${matings} ${matings === 1 ? "mating" : "matings"}`;

const Source = ({ text }: { text: string }) => (text ? <span>Source: {text}.</span> : null);

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box asChild mb="5">
      <section aria-label={title}>
        <Heading as="h2" fontSize="17px" mb="1">
          {title}
        </Heading>
        {children}
      </section>
    </Box>
  );
}
